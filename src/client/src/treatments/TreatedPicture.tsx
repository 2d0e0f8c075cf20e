import { type ReactNode, useRef } from "react";
import { FindingLine } from "../instruments/FindingLine";
import { size } from "../instruments/numbers";
import { useRoom } from "../shell/room";
import { Fault } from "../ui/Fault";
import type { useTreated } from "./useTreated";

/** A picture as it will be, made by the server, with what is to be said of it. */
export function TreatedPicture({
  treated,
  name,
  className = "",
  children,
}: {
  treated: ReturnType<typeof useTreated>;
  name: string;
  className?: string;
  /** Drawn over it. */
  children?: ReactNode;
}) {
  const { data, error } = treated;
  if (error && !data) return <Fault problem={error} />;
  if (!data) return <p className="text-soft">Making the picture…</p>;
  return (
    <div className={`grid gap-1.5 ${className}`}>
      <div className="well-checked relative justify-self-start">
        <img
          alt={`${name} as it will be`}
          src={data.picture}
          width={data.width}
          height={data.height}
          className="block h-auto max-h-[250px] w-auto max-w-full"
          draggable={false}
        />
        {children}
      </div>
      <p className="text-soft">As it will be, here at {size(data.width, data.height)} px.</p>
      {data.findings.map((finding) => (
        <FindingLine key={finding.id} finding={finding} />
      ))}
    </div>
  );
}

/** How many pixels across there is room for. */
export function useWidth() {
  const place = useRef<HTMLDivElement>(null);
  const room = useRoom(place, { width: 0, height: 0 });
  return [place, Math.min(2000, Math.round(room.width * (window.devicePixelRatio || 1)))] as const;
}
