import { useMemo, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { useActions } from "../actions/bound";
import { useJobControl } from "../data/jobs";
import { isUnderWay } from "../instruments/jobs";
import { bytes, count, moment, saving, size, some } from "../instruments/numbers";
import { useMakePackage } from "../packages/packing";
import { useDrops } from "../shell/drops";
import { sayProblem } from "../shell/notices";
import { useReadout } from "../shell/readout";
import { type Placed, placedOf } from "../sources/droppedFiles";
import { Button } from "../ui/Button";
import { CheckBox } from "../ui/CheckBox";
import { Dialog } from "../ui/Dialog";
import { Fault } from "../ui/Fault";
import { Menu } from "../ui/Menu";
import { Select } from "../ui/Select";
import { VirtualRows } from "../ui/VirtualRows";
import { NewCheck } from "./NewCheck";
import { columns, PictureRow, rowHeight } from "./PictureRow";
import { PictureSheet, shownWords } from "./PictureSheet";
import {
  type SiteCheck,
  type SitePicture,
  useDeleteCheck,
  useDemoCheck,
  useFetchCheck,
  useMakeSlots,
  useSiteCheck,
  useSiteChecks,
  useStartCheck,
  useTakePictures,
} from "./useSiteChecks";
import { kindsOf, nameOf, shortly, stageWords, within } from "./words";

/** What is wrong with the pictures that a site has, the worst first, and what mending them saves. */
export function SiteCheckScreen() {
  const { checkId } = useParams();
  const navigate = useNavigate();
  const checks = useSiteChecks();
  const [asks, setAsks] = useState(false);
  const [sent, setSent] = useState<number>();
  const start = useStartCheck(setSent);
  const demo = useDemoCheck();
  const fetches = useFetchCheck();
  const id = checkId ?? checks.data?.[0]?.id;
  const check = useSiteCheck(id);
  const show = ({ id }: { id: string }) => {
    setAsks(false);
    navigate(`/site-check/${id}`);
  };
  const send = (files: Placed[]) => start.mutate(files, { onSuccess: show });
  useDrops((transfer) => void placedOf(transfer).then(send, sayProblem));
  useActions("siteCheck", { start: () => setAsks(true) });
  const ways = (
    <NewCheck
      onFiles={send}
      onAddresses={(addresses) => fetches.mutate(addresses, { onSuccess: show })}
      onDemo={() => demo.mutate(undefined, { onSuccess: show })}
      sent={sent}
    />
  );
  if (checks.error && !checks.data) return <Fault problem={checks.error} />;
  if (checks.data?.length === 0)
    return (
      <div className="grid h-full place-content-center">
        <div className="grid w-[640px] gap-4">
          <h1 className="text-[15px]">Which pictures of your site need mending?</h1>
          <p className="text-soft">
            Show a site, and see what is wrong with its pictures, the worst first: too large, too heavy,
            missing. What mending saves is found out by really making the better files.
          </p>
          {ways}
        </div>
      </div>
    );
  return (
    <>
      {check.error && !check.data && <Fault problem={check.error} />}
      {check.data && (
        <Checked
          key={check.data.id}
          check={check.data}
          others={checks.data ?? []}
          onOther={(other) => show({ id: other })}
        />
      )}
      <Dialog title="Check a site" open={asks} onOpen={setAsks} className="w-[680px]">
        {ways}
      </Dialog>
    </>
  );
}

function Checked({
  check,
  others,
  onOther,
}: {
  check: SiteCheck;
  others: readonly { id: string; name: string; askedAt: string }[];
  onOther: (id: string) => void;
}) {
  const navigate = useNavigate();
  const [kind, setKind] = useState("");
  const [page, setPage] = useState<string>();
  const [at, setAt] = useState(0);
  const [selected, setSelected] = useState<ReadonlySet<number>>(new Set());
  const take = useTakePictures(check.id);
  const pack = useMakePackage();
  const slots = useMakeSlots(check.id);
  const remove = useDeleteCheck();
  const shown = useMemo(
    () =>
      check.pictures.filter(
        (one) =>
          (!kind || one.findings.some((finding) => finding.id === kind)) &&
          (!page || one.places.some((place) => place.page === page)),
      ),
    [check.pictures, kind, page],
  );
  const current = Math.min(at, shown.length - 1);
  const here = shown[current];
  const chosen = selected.size > 0 ? [...selected] : here ? [here.id] : [];
  const select = (picture: SitePicture, on: boolean) =>
    setSelected((before) => {
      const after = new Set(before);
      if (on) after.add(picture.id);
      else after.delete(picture.id);
      return after;
    });
  const all = () => setSelected(new Set(shown.map((one) => one.id)));
  const package_ = (originals: boolean) =>
    pack.mutate(
      { site: { check: check.id, pictures: chosen, originals } },
      { onSuccess: ({ id }) => navigate(`/packages/${id}`) },
    );
  const makeSlots = () =>
    chosen.length > 0 &&
    slots.mutate(chosen, { onSuccess: ({ destination }) => navigate(`/destinations/${destination}`) });
  useActions("siteCheck", {
    go: (key) => setAt(Math.min(Math.max(current + (key === "ArrowDown" ? 1 : -1), 0), shown.length - 1)),
    select: () => here && select(here, !selected.has(here.id)),
    selectAll: all,
    take: () => chosen.length > 0 && take.mutate(chosen),
    package: () => chosen.length > 0 && package_(false),
    slots: makeSlots,
  });
  useReadout(here ? factsOf(here) : []);
  const of = selected.size > 0 ? ` ${count(selected.size)}` : "";
  return (
    <section className="grid h-full grid-rows-[46px_minmax(0,1fr)]">
      <div className="flex items-center gap-3 border-b border-line px-4">
        <Title check={check} others={others} onOther={onOther} />
        <Button act="siteCheck.start" className="ml-auto">
          Check a site…
        </Button>
        <Button act="siteCheck.package" disabled={chosen.length === 0 || pack.isPending}>
          Package{of} better {chosen.length === 1 ? "file" : "files"}
        </Button>
        <Menu
          label="More"
          button={<Button>More</Button>}
          items={[
            ["Make slots of these places", () => void makeSlots()],
            ["Package these as they were", () => package_(true)],
            [
              "Delete this check",
              () => remove.mutate(check.id, { onSuccess: () => navigate("/site-check") }),
            ],
          ]}
          download={{
            words: "Save as a table (CSV)",
            href: `/api/site-checks/${check.id}/csv`,
            name: "site-check.csv",
          }}
        />
        <Button go act="siteCheck.take" disabled={chosen.length === 0 || take.isPending}>
          Add{of} to sources
        </Button>
      </div>
      <div className="grid min-h-0 grid-cols-[minmax(0,1fr)_372px] max-[1150px]:grid-cols-[minmax(0,1fr)_300px]">
        <div className="grid min-h-0 grid-rows-[auto_auto_minmax(0,1fr)] bg-sheet">
          <Progress check={check} />
          <div className={`${columns} h-9 border-b border-line text-soft`}>
            <CheckBox
              label="Select all that are shown"
              checked={
                selected.size === 0 ? false : shown.every((one) => selected.has(one.id)) ? true : "mixed"
              }
              onChecked={(on) => (on ? all() : setSelected(new Set()))}
            />
            <span className="col-span-2 flex items-center gap-2">
              <Select
                label="What is wrong"
                hidesLabel
                className="max-w-60"
                value={kind}
                options={[
                  ["", `All pictures (${count(check.pictures.length)})`],
                  ...kindsOf(check.pictures).map(
                    ([id, number]) => [id, `${shortly(id)} (${count(number)})`] as const,
                  ),
                ]}
                onValue={(next) => {
                  setKind(next);
                  setAt(0);
                }}
              />
              {page && (
                <Button onClick={() => setPage(undefined)} className="min-w-0">
                  <span className="truncate">only on {within(page)} ✕</span>
                </Button>
              )}
            </span>
            <span>file, shown at</span>
            <span>
              bytes now<span className="max-[1150px]:hidden">, 1 MB marked</span>
            </span>
            <span className="text-right">now → possible</span>
            <span className="text-right">saves</span>
          </div>
          {shown.length === 0 ? (
            <p className="p-6 text-soft">
              {check.pictures.length > 0
                ? "No picture has that."
                : isUnderWay(check)
                  ? "The pictures are listed here as soon as the pages are read."
                  : "There is no picture in what was sent."}
            </p>
          ) : (
            <VirtualRows
              key={`${kind} ${page}`}
              items={shown}
              keyOf={(picture) => `${picture.id}`}
              height={rowHeight}
              current={current}
            >
              {(picture, row) => (
                <PictureRow
                  check={check.id}
                  picture={picture}
                  isCurrent={row === current}
                  isSelected={selected.has(picture.id)}
                  onCurrent={() => setAt(row)}
                  onSelect={(on) => select(picture, on)}
                />
              )}
            </VirtualRows>
          )}
        </div>
        <PictureSheet check={check} picture={here} page={page} onPage={setPage} />
      </div>
    </section>
  );
}

function Title({
  check,
  others,
  onOther,
}: {
  check: SiteCheck;
  others: readonly { id: string; name: string; askedAt: string }[];
  onOther: (id: string) => void;
}) {
  const { pictures, bytes: now, possibleBytes } = check.totals;
  return (
    <>
      <h1 className="truncate text-[15px]">
        {check.name}
        {check.pages.length > 0 && `, ${some(check.pages.length, "page")}`}
      </h1>
      {others.length > 1 ? (
        <Select
          label="Which check"
          hidesLabel
          value={check.id}
          options={others.map((one) => [one.id, `${one.name}, ${moment(one.askedAt)}`] as const)}
          onValue={onOther}
          className="max-w-44"
        />
      ) : (
        <span className="text-soft max-[1280px]:hidden">checked {moment(check.askedAt)}</span>
      )}
      {pictures > 0 && (
        <span className="figures truncate max-[1150px]:hidden">
          {some(pictures, "picture")}, {bytes(now)} now, <b>{bytes(possibleBytes)} possible</b>
        </span>
      )}
    </>
  );
}

function Progress({ check }: { check: SiteCheck }) {
  const job = useJobControl("siteChecks");
  const isOpen = isUnderWay(check) || check.state === "paused";
  if (!isOpen && check.notRead.length === 0 && !check.problem && check.state === "done") return <span />;
  const to = (what: "pause" | "resume" | "cancel") => () => job.mutate({ id: check.id, to: what });
  return (
    <div className="grid gap-2 border-b border-line px-4 py-2">
      {isOpen && (
        <p className="flex items-center gap-3" role="status">
          <span>{check.state === "paused" ? "Paused" : stageWords(check)}</span>
          <progress
            aria-label={stageWords(check)}
            className="h-1.5 grow"
            {...(check.total > 0 && { value: check.done, max: check.total })}
          />
          {check.total > 0 && (
            <span className="figures">
              {count(check.done)} / {count(check.total)}
            </span>
          )}
          {check.state === "paused" ? (
            <Button onClick={to("resume")}>Resume</Button>
          ) : (
            <Button onClick={to("pause")}>Pause</Button>
          )}
          <Button onClick={to("cancel")}>Cancel</Button>
        </p>
      )}
      {check.problem && <p className="border-l-3 border-stop px-2.5">{check.problem}</p>}
      {check.state === "cancelled" && <p>It was cancelled: what was found until then is shown.</p>}
      {check.notRead.length > 0 && (
        <details>
          <summary>{some(check.notRead.length, "file")} could not be read</summary>
          <ul className="mt-1 grid max-h-36 gap-1 overflow-y-auto">
            {check.notRead.map((one) => (
              <li key={one.path} className="border-l-3 border-warn px-2 wrap-anywhere">
                {one.path}: {one.sentence}
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

const factsOf = (picture: SitePicture): readonly (readonly [string, string])[] => [
  ["picture", nameOf(picture)],
  [
    "file",
    `${picture.width !== null && picture.height !== null ? `${size(picture.width, picture.height)} px, ` : ""}${picture.bytes === null ? "not known" : bytes(picture.bytes)}`,
  ],
  ["shown at", picture.shown ? `${shownWords(picture)} at most` : "not known"],
  ["needs", picture.neededPx === null ? "not known" : `${count(picture.neededPx)} px`],
  [
    "possible",
    picture.possibleBytes === null
      ? "not known"
      : `${bytes(picture.possibleBytes)}, ${saving(picture.bytes ?? 0, picture.possibleBytes)}`,
  ],
  ["on", some(new Set(picture.places.map((place) => place.page)).size, "page")],
];
