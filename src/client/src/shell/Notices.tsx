import { useEffect } from "react";
import { LinkButton } from "../ui/LinkButton";
import { Press } from "../ui/Press";
import { history, type Step, useHistory } from "./history";
import { dismiss, type Notice, sayProblem, useNotices } from "./notices";

/** Sentences that come and go at the bottom right; read out by screen readers. */
export function Notices() {
  const notices = useNotices();
  return (
    <div aria-live="polite" className="fixed right-4 bottom-10 z-30 grid max-w-[440px] gap-2">
      {notices.map((notice) => (
        <div
          key={notice.id}
          className={`flex items-start gap-3 rounded border bg-sheet px-3 py-2 shadow-sm ${notice.kind === "problem" ? "border-stop" : "border-ink"}`}
        >
          <span className="grow wrap-anywhere">{notice.sentence}</span>
          {notice.action && (
            <LinkButton
              className="font-semibold"
              onClick={() => {
                notice.action?.run();
                dismiss(notice.id);
              }}
            >
              {notice.action.label}
            </LinkButton>
          )}
          {notice.step && <TakeBack notice={notice} step={notice.step} />}
          <Press aria-label="Dismiss" className="text-soft" onClick={() => dismiss(notice.id)}>
            ×
          </Press>
        </div>
      ))}
    </div>
  );
}

function TakeBack({ notice, step }: { notice: Notice; step: Step }) {
  useHistory();
  const isLast = history.isLast(step);
  // Done otherwise, or not the last any more: Undo in the strip above says what it would take back now.
  useEffect(() => {
    if (!isLast) dismiss(notice.id);
  }, [isLast, notice.id]);
  return (
    <LinkButton className="font-semibold" onClick={() => void history.undo(step).catch(sayProblem)}>
      Undo
    </LinkButton>
  );
}
