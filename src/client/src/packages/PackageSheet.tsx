import type { ReactNode } from "react";
import { Link } from "react-router";
import { useActions } from "../actions/bound";
import { problemOf } from "../data/client";
import { useJobControl } from "../data/jobs";
import { isUnderWay, jobMarks } from "../instruments/jobs";
import { Name } from "../instruments/Name";
import { bytes, count, some } from "../instruments/numbers";
import { StateMark } from "../instruments/StateMark";
import { copyText } from "../shell/clipboard";
import { sayProblem } from "../shell/notices";
import { Button } from "../ui/Button";
import { Fault } from "../ui/Fault";
import { type PackageContents, usePackageContents } from "./packing";
import type { Package } from "./usePackages";

const words = {
  queued: "waiting",
  running: "being made",
  paused: "paused",
  done: "ready",
  failed: "not made",
  cancelled: "cancelled",
};
const linkLook = "rounded border border-ink px-2.5 py-[3px] font-medium";

/** One package: what is in it, and what was asked for and is not. */
export function PackageSheet({ one, scope }: { one: Package; scope: string }) {
  const contents = usePackageContents(one);
  const cancel = useJobControl("packages");
  const markup = contents.data?.markup ?? [];
  useActions("packages", { copy: markup.length > 0 && (() => copyFiles(one.id, markup)) });
  return (
    <section className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[46px_minmax(0,1fr)]">
      <div className="flex items-center gap-4 px-4 whitespace-nowrap">
        <h2 className="flex items-center gap-2 text-[15px]">
          <StateMark state={jobMarks[one.state]} />
          {words[one.state]}
        </h2>
        {one.state === "done" && (
          <span className="figures">
            {some(one.files, "file")}, {bytes(one.bytes)}
          </span>
        )}
        <span className="truncate text-soft">{scope}</span>
        {contents.data && contents.data.missingTotal > 0 && (
          <span className="text-warn">{some(contents.data.missingTotal, "place")} not in it</span>
        )}
        {(isUnderWay(one) || one.state === "paused") && (
          <span className="ml-auto">
            <Button onClick={() => cancel.mutate({ id: one.id, to: "cancel" })}>Cancel</Button>
          </span>
        )}
        {one.state === "done" && !contents.error && (
          <span className="ml-auto flex gap-2">
            <a
              className={`${linkLook} bg-sheet`}
              href={`/api/packages/${one.id}/files/contact-sheet.html`}
              target="_blank"
              rel="noreferrer"
            >
              Contact sheet
            </a>
            {contents.data?.hasPreview && (
              <a
                className={`${linkLook} bg-sheet`}
                href={`/api/packages/${one.id}/files/preview.html`}
                target="_blank"
                rel="noreferrer"
              >
                Preview
              </a>
            )}
            {markup.length > 0 && <Button act="packages.copy">Copy HTML</Button>}
            <a className={`${linkLook} bg-ink text-on-ink`} href={`/api/packages/${one.id}/file`} download>
              Download
            </a>
          </span>
        )}
      </div>
      <div className="overflow-y-auto border-t border-line bg-sheet px-4 pb-4">
        {one.state === "failed" && (
          <p role="alert" className="py-4 text-stop">
            {one.problem}
          </p>
        )}
        {isUnderWay(one) && (
          <p className="py-4 text-soft">
            {one.total > 0
              ? `${count(one.files)} of ${some(one.total, "file")} are packed.`
              : "The files are looked at once more and packed."}
          </p>
        )}
        {contents.error && <Fault problem={contents.error} />}
        {contents.data && <Contents contents={contents.data} />}
      </div>
    </section>
  );
}

/** Copies the HTML of all slots of a package. */
async function copyFiles(packageId: string, paths: readonly string[]): Promise<void> {
  try {
    const files = await Promise.all(
      paths.map(async (path) => {
        const found = await fetch(`/api/packages/${packageId}/files/${path}`);
        if (!found.ok) throw problemOf(found, await found.json().catch(() => undefined));
        return found.text();
      }),
    );
    await copyText(files.join("\n"), `The HTML of ${some(files.length, "slot")}`);
  } catch (problem) {
    sayProblem(problem);
  }
}

function Contents({ contents }: { contents: PackageContents }) {
  const { places, missing, missingTotal, withdrawn, withdrawnTotal } = contents;
  return (
    <>
      <Part title="In the package">
        {places.map((one) => (
          <li
            key={`${one.destination} ${one.slot}`}
            className="grid grid-cols-[minmax(0,1fr)_90px_90px] gap-3 border-b border-line-soft py-1"
          >
            <span className="truncate">
              {one.destination} · {one.slot}
            </span>
            <span className="figures text-right">{some(one.files, "file")}</span>
            <span className="figures text-right">{bytes(one.bytes)}</span>
          </li>
        ))}
        <li className="py-1 text-soft">
          With manifest.json, manifest.csv, contact-sheet.html, preview.html and checksums.sha256 beside the
          folders{contents.markup.length > 0 && ", and HTML, CSS and JSON for each slot of a page in markup"}.
        </li>
      </Part>
      {missingTotal > 0 && (
        <Part title={`Not in the package, ${some(missingTotal, "place")}`}>
          {missing.map((one, at) => (
            <li
              key={`${one.source} ${one.destination} ${one.slot} ${one.reason}`}
              className="grid grid-cols-[260px_1fr] gap-3 border-b border-line-soft py-1"
            >
              <span className="min-w-0">
                <Link to={`/board?search=${encodeURIComponent(one.source)}`} className="block underline">
                  <Name text={one.source} />
                </Link>
                <span className="block truncate text-soft">
                  {one.destination} · {one.slot}
                </span>
              </span>
              {missing[at - 1]?.reason === one.reason ? (
                <span className="text-soft">likewise</span>
              ) : (
                <span>{one.reason}</span>
              )}
            </li>
          ))}
          <Rest shown={missing.length} total={missingTotal} />
        </Part>
      )}
      {withdrawnTotal > 0 && (
        <Part title={`Removed since the last package, ${some(withdrawnTotal, "file")}`}>
          {withdrawn.map((path) => (
            <li key={path} className="figures border-b border-line-soft py-1 wrap-anywhere">
              {path}
            </li>
          ))}
          <Rest shown={withdrawn.length} total={withdrawnTotal} />
        </Part>
      )}
    </>
  );
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <>
      <h3 className="pt-4 pb-1.5 font-semibold">{title}</h3>
      <ul className="max-w-[980px] border-t border-line">{children}</ul>
    </>
  );
}

function Rest({ shown, total }: { shown: number; total: number }) {
  if (shown >= total) return null;
  return (
    <li className="py-1 text-soft">
      The first {count(shown)} of {count(total)}. The manifest in the package has all.
    </li>
  );
}
