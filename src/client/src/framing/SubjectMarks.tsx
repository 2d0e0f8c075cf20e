import type { DOMAttributes } from "react";
import type { Point, Rect } from "../data/client";

/** What of the subject is taken hold of. */
export type SubjectPart = "inside" | "focus" | Corner;
export type Corner = "top-left" | "top-right" | "bottom-left" | "bottom-right";

const corners: Corner[] = ["top-left", "top-right", "bottom-left", "bottom-right"];
const arm = 20;

/** Subject and focus on the picture: brackets around what must stay, a crosshair where it is centred. All in CSS px. */
export function SubjectMarks({
  subject,
  wish,
  focus,
  isProposed,
  onTake,
}: {
  subject: Rect | undefined;
  wish: Rect | undefined;
  focus: Point | undefined;
  isProposed: boolean;
  /** Given while the subject is being worked on. */
  onTake: ((part: SubjectPart) => DOMAttributes<Element>) | undefined;
}) {
  const ink = isProposed ? "stroke-white/90 [stroke-dasharray:5_4]" : "stroke-white";
  return (
    <>
      {wish && (
        <div
          data-testid="wish"
          className="pointer-events-none absolute outline-2 outline-white/90 outline-dotted"
          style={{ left: wish.x, top: wish.y, width: wish.width, height: wish.height }}
        >
          <span className="absolute top-full right-0 mt-1 bg-strip/70 px-1 text-xs whitespace-nowrap text-white">
            wished for
          </span>
        </div>
      )}
      {subject && (
        <div
          data-testid="subject"
          className={`absolute ${onTake ? "pointer-events-auto cursor-move" : ""}`}
          style={{ left: subject.x, top: subject.y, width: subject.width, height: subject.height }}
          {...onTake?.("inside")}
        >
          <svg
            aria-hidden
            className="absolute inset-0 overflow-visible"
            width={subject.width}
            height={subject.height}
          >
            {[7, 3].map((strokeWidth) => (
              <path
                key={strokeWidth}
                d={brackets(subject.width, subject.height)}
                fill="none"
                className={strokeWidth === 3 ? ink : "stroke-ink/45"}
                strokeWidth={strokeWidth}
              />
            ))}
          </svg>
          <span className="absolute bottom-full left-0 mb-1 bg-strip/70 px-1 text-xs whitespace-nowrap text-white">
            {isProposed ? "proposed subject" : "subject"}
          </span>
          {onTake &&
            corners.map((corner) => (
              <span
                key={corner}
                data-testid={`subject-${corner}`}
                className={`absolute size-6 ${corner.startsWith("top") ? "-top-3" : "-bottom-3"} ${corner.endsWith("left") ? "-left-3" : "-right-3"} ${corner === "top-left" || corner === "bottom-right" ? "cursor-nwse-resize" : "cursor-nesw-resize"}`}
                {...onTake(corner)}
              />
            ))}
        </div>
      )}
      {focus && (
        <svg
          aria-hidden
          data-testid="focus"
          width="30"
          height="30"
          className={`absolute -m-[15px] ${onTake ? "pointer-events-auto cursor-move" : ""}`}
          style={{ left: focus.x, top: focus.y }}
          {...onTake?.("focus")}
        >
          <circle cx="15" cy="15" r="13" fill="transparent" />
          {[5, 2].map((strokeWidth) => (
            <path
              key={strokeWidth}
              d="M15 1v28M1 15h28M6 15a9 9 0 1 0 18 0a9 9 0 1 0 -18 0"
              fill="none"
              stroke={strokeWidth === 2 ? "#fff" : "rgb(23 33 46 / .5)"}
              strokeWidth={strokeWidth}
            />
          ))}
        </svg>
      )}
    </>
  );
}

function brackets(width: number, height: number): string {
  const [x, y] = [Math.min(arm, width / 3), Math.min(arm, height / 3)];
  return [
    `M0 ${y}V0H${x}`,
    `M${width - x} 0H${width}V${y}`,
    `M${width} ${height - y}V${height}H${width - x}`,
    `M${x} ${height}H0V${height - y}`,
  ].join("");
}
