import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import { useActions } from "../actions/bound";
import { useDestinations } from "../destinations/useDestinations";
import { jobMarks } from "../instruments/jobs";
import { bytes, count, moment } from "../instruments/numbers";
import { StateMark } from "../instruments/StateMark";
import { HandedOver } from "../packages/HandedOver";
import { useReadout } from "../shell/readout";
import { Button } from "../ui/Button";
import { Empty } from "../ui/Empty";
import { Entry } from "../ui/Entry";
import { Fault } from "../ui/Fault";
import { Select } from "../ui/Select";
import { PublicationSheet } from "./PublicationSheet";
import { TargetsDialog } from "./TargetsDialog";
import { usePublications, usePublish, useTargets } from "./usePublishing";
import { askedWords } from "./words";

/** Finished files go where they are read: what would be changed there, what was, and the way back. */
export function PublishingScreen() {
  const { publicationId } = useParams();
  const navigate = useNavigate();
  const targets = useTargets();
  const publications = usePublications();
  const { data: destinations } = useDestinations();
  const [chosenTarget, setTarget] = useState<string>();
  const [chosenDestination, setDestination] = useState<string>();
  const [editsTargets, setEditsTargets] = useState(false);
  const publish = usePublish();
  const items = publications.data ?? [];
  const current = items.find((one) => one.id === publicationId) ?? items[0];
  // What was last published where is most likely meant again.
  const target =
    targets.data?.find(({ id }) => id === (chosenTarget ?? current?.target)) ?? targets.data?.[0];
  const destination =
    destinations?.find(({ id }) => id === (chosenDestination ?? current?.destination)) ?? destinations?.[0];
  const nameOf = (id: string) => destinations?.find((one) => one.id === id)?.name ?? id;
  const show = (id: string | undefined) => id && navigate(`/packages/publishing/${id}`, { flushSync: true });
  const canPublish = target !== undefined && destination !== undefined && !publish.isPending;
  const ask = (dryRun: boolean) =>
    canPublish &&
    (() =>
      publish.mutate(
        { target: target.id, destination: destination.id, dryRun },
        { onSuccess: ({ id }) => show(id) },
      ));
  const step = (by: number) => current && show(items[items.indexOf(current) + by]?.id);
  useActions("publishing", {
    dryRun: ask(true),
    publish: ask(false),
    targets: () => setEditsTargets(true),
    go: (key) => step(key === "ArrowDown" ? 1 : -1),
  });
  useReadout(
    current
      ? [
          ["asked for", moment(current.askedAt)],
          ["sent", bytes(current.bytes)],
          ["as they should be already", count(current.unchanged)],
        ]
      : [],
  );
  return (
    <div className="grid h-full grid-rows-[46px_minmax(0,1fr)]">
      <div className="flex items-center gap-3 px-4">
        <h1 className="sr-only">Publishing</h1>
        <HandedOver way="Publishing" />
        <Select
          label="Destination"
          hidesLabel
          className="ml-auto max-w-52"
          value={destination?.id ?? ""}
          options={(destinations ?? []).map((one) => [one.id, one.name] as const)}
          onValue={setDestination}
        />
        {target && (
          <>
            <span className="text-soft">to</span>
            <Select
              label="Target"
              hidesLabel
              className="max-w-52"
              value={target.id}
              options={(targets.data ?? []).map((one) => [one.id, one.name] as const)}
              onValue={setTarget}
            />
          </>
        )}
        <Button act="publishing.targets">Targets</Button>
        <Button act="publishing.dryRun" disabled={!canPublish}>
          Dry run
        </Button>
        <Button go act="publishing.publish" disabled={!canPublish}>
          Publish
        </Button>
      </div>
      {publications.error && !publications.data && <Fault problem={publications.error} />}
      {publications.data && targets.data && items.length === 0 && (
        <div className="border-t border-line bg-sheet">
          <Empty
            title={targets.data.length === 0 ? "No target yet" : "Nothing is published yet"}
            act={
              targets.data.length === 0 && (
                <Button onClick={() => setEditsTargets(true)}>Describe a target</Button>
              )
            }
          >
            {targets.data.length === 0
              ? "A target is where a site reads its pictures: a folder, an S3-compatible bucket, an SFTP server, or a marketplace. Describe one, and finished files go there as one act, with a way back."
              : "A dry run lists what would be added, replaced and removed there, and changes nothing. Publishing sends only what changed; files of others are never touched."}
          </Empty>
        </div>
      )}
      {current && (
        <div className="grid min-h-0 grid-cols-[224px_minmax(0,1fr)] border-t border-line max-[1150px]:grid-cols-[184px_minmax(0,1fr)]">
          <nav aria-label="Publications" className="overflow-y-auto border-r border-line py-3">
            {items.map((one) => (
              <Entry key={one.id} isCurrent={one === current} onClick={() => show(one.id)}>
                <span className="flex items-center gap-1.5 font-medium">
                  <StateMark state={jobMarks[one.state]} />
                  {moment(one.askedAt)}
                  <span className="figures ml-auto font-normal text-soft">
                    {one.total > 0 && count(one.total)}
                  </span>
                </span>
                <span className="truncate text-xs text-soft">{askedWords(one, nameOf(one.destination))}</span>
                <span className="truncate text-xs text-soft">to {one.targetName}</span>
              </Entry>
            ))}
          </nav>
          <PublicationSheet
            key={current.id}
            one={current}
            destination={nameOf(current.destination)}
            onPublished={show}
          />
        </div>
      )}
      {editsTargets && <TargetsDialog onOpen={setEditsTargets} />}
    </div>
  );
}
