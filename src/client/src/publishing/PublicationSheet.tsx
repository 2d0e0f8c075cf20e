import type { ReactNode } from "react";
import type { Schemas } from "../data/client";
import { useJobControl } from "../data/jobs";
import { isUnderWay, jobMarks } from "../instruments/jobs";
import { bytes, count, moment, some } from "../instruments/numbers";
import { StateMark } from "../instruments/StateMark";
import { Button } from "../ui/Button";
import { Fault } from "../ui/Fault";
import {
  type Publication,
  type PublicationDetails,
  usePublication,
  usePublish,
  usePutBack,
} from "./usePublishing";
import { askedWords, cacheWords, progressWords, stateWords } from "./words";

type Files = Schemas["ChangedFiles"];

/** One publication: what was changed, or would be, file by file. */
export function PublicationSheet({
  one,
  destination,
  onPublished,
}: {
  one: Publication;
  destination: string;
  onPublished: (id: string) => void;
}) {
  const details = usePublication(one.id);
  const publish = usePublish();
  const putBack = usePutBack();
  const cancel = useJobControl("publications");
  const shown = details.data?.publication ?? one;
  const again = (takesOver: boolean) =>
    publish.mutate(
      { target: one.target, destination: one.destination, dryRun: false, takesOver },
      { onSuccess: ({ id }) => onPublished(id) },
    );
  return (
    <section className="grid min-h-0 min-w-0 grid-cols-[minmax(0,1fr)] grid-rows-[46px_minmax(0,1fr)]">
      <div className="flex items-center gap-4 px-4 whitespace-nowrap">
        <h2 className="flex items-center gap-2 text-[15px]">
          <StateMark state={jobMarks[shown.state]} />
          {stateWords(shown)}
        </h2>
        <span className="truncate text-soft">
          {askedWords(shown, destination)} to {shown.targetName}
        </span>
        {shown.leftAlone > 0 && <span className="text-warn">{some(shown.leftAlone, "file")} left alone</span>}
        <span className="ml-auto flex gap-2">
          {(isUnderWay(shown) || shown.state === "paused") && (
            <Button onClick={() => cancel.mutate({ id: one.id, to: "cancel" })}>Cancel</Button>
          )}
          {shown.dryRun && shown.state === "done" && shown.total > 0 && (
            <Button disabled={publish.isPending} onClick={() => again(false)}>
              Publish this
            </Button>
          )}
          {details.data?.canBePutBack && (
            <Button
              disabled={putBack.isPending}
              onClick={() => putBack.mutate(one.id, { onSuccess: ({ id }) => onPublished(id) })}
            >
              Put back what was there before
            </Button>
          )}
        </span>
      </div>
      <div className="overflow-y-auto border-t border-line bg-sheet px-4 pb-4">
        {shown.state === "failed" && (
          <p role="alert" className="max-w-[980px] py-4 text-stop">
            {shown.problem}
          </p>
        )}
        {isUnderWay(shown) && <p className="py-4 text-soft">{progressWords(shown)}</p>}
        {details.error && <Fault problem={details.error} />}
        {details.data && <Changes details={details.data} onTakeOver={() => again(true)} />}
      </div>
    </section>
  );
}

function Changes({ details, onTakeOver }: { details: PublicationDetails; onTakeOver: () => void }) {
  const { publication, added, replaced, removed, leftAlone, cached } = details;
  const would = publication.dryRun ? "would be " : "";
  if (publication.state === "done" && publication.total === 0)
    return (
      <p className="py-4 text-soft">
        All {some(publication.unchanged, "file")} lie there as they should; there is nothing to change.
      </p>
    );
  return (
    <>
      <Part title={`${would}added`} files={added} />
      <Part title={`${would}replaced`} files={replaced} />
      <Part title={`${would}removed`} files={removed} />
      <Part title="left alone" files={leftAlone} hasReasons>
        {publication.state === "done" &&
          !publication.putsBack &&
          leftAlone.items.some((file) => file.reason.startsWith("Somebody")) && (
            <p className="flex items-center gap-3 pt-2 text-soft">
              Files of others are never touched unless you say so; then they are kept, and can be put back.
              <Button onClick={onTakeOver}>Replace them</Button>
            </p>
          )}
      </Part>
      {cached.length > 0 && (
        <>
          <h3 className="pt-4 pb-1.5 font-semibold">
            What browsers and caches may still hold, {some(cached.length, "picture")}
          </h3>
          <p className="max-w-[76ch] pb-1.5 text-soft">
            These files changed and their addresses did not. Who fetched one just before keeps the old copy{" "}
            {cacheWords(cached[0]?.seconds ?? null)}. File names with {"{hash}"} get another address each
            time.
          </p>
          <ul className="max-w-[980px] border-t border-line">
            {cached.map((file) => (
              <li
                key={file.path}
                className="grid grid-cols-[minmax(0,1fr)_170px] gap-3 border-b border-line-soft py-1"
              >
                <span className="figures wrap-anywhere">{file.address}</span>
                <span className="text-right text-soft">{file.until && `until ${moment(file.until)}`}</span>
              </li>
            ))}
          </ul>
        </>
      )}
      {publication.unchanged > 0 && (
        <p className="pt-4 text-soft">{some(publication.unchanged, "more file")} lie there as they should.</p>
      )}
    </>
  );
}

function Part({
  title,
  files,
  hasReasons = false,
  children,
}: {
  title: string;
  files: Files;
  hasReasons?: boolean;
  children?: ReactNode;
}) {
  if (files.total === 0) return null;
  return (
    <>
      <h3 className="pt-4 pb-1.5 font-semibold">
        {some(files.total, "file")} {title}
      </h3>
      <ul className="max-w-[980px] border-t border-line">
        {files.items.map((file) => (
          <li
            key={file.path}
            className={`grid gap-3 border-b border-line-soft py-1 ${hasReasons ? "grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)_80px]" : "grid-cols-[minmax(0,1fr)_80px]"}`}
          >
            <span className="figures wrap-anywhere">{file.path}</span>
            {hasReasons && <span>{file.reason}</span>}
            <span className="figures text-right">{bytes(file.bytes)}</span>
          </li>
        ))}
        {files.items.length < files.total && (
          <li className="py-1 text-soft">
            The first {count(files.items.length)} of {count(files.total)}.
          </li>
        )}
      </ul>
      {children}
    </>
  );
}
