import { useRef } from "react";
import type { FramedPlace, Slot, Source } from "../data/client";
import { PlacePicture } from "../instruments/PlacePicture";
import { useRoom } from "../shell/room";
import type { Part } from "../treatments/useTreated";
import { useWords } from "./useWords";

const margin = 34;

/** The picture of a place with its words on it, as it will be, and the part in which they stand. */
export function WordsBench({ source, slot, place }: { source: Source; slot: Slot; place: FramedPlace }) {
  const well = useRef<HTMLDivElement>(null);
  const room = useRoom(well, { width: 800, height: 540 });
  const { data } = useWords(source, slot, place);
  const box = { width: room.width - 2 * margin, height: room.height - 2 * margin };
  return (
    <div ref={well} className="well-grey relative grid min-h-0 place-items-center overflow-hidden">
      <PlacePicture
        source={source}
        slot={slot}
        place={place}
        box={box}
        over={() =>
          data && (
            <>
              <img
                alt={`${source.stem} as it will be`}
                draggable={false}
                src={data.picture}
                className="absolute inset-0 size-full"
              />
              {data.headline && <Frame part={data.headline.area} />}
            </>
          )
        }
      />
    </div>
  );
}

function Frame({ part }: { part: Part }) {
  const percent = (share: number) => `${share * 100}%`;
  return (
    <span
      aria-hidden
      className="absolute border-[1.5px] border-brass-fill"
      style={{
        left: percent(part.x),
        top: percent(part.y),
        width: percent(part.width),
        height: percent(part.height),
      }}
    />
  );
}
