import type { ReactNode } from "react";
import { useNavigate } from "react-router";
import { useDestinations } from "../destinations/useDestinations";
import { some } from "../instruments/numbers";
import { Button } from "../ui/Button";

/** What to do first, second and third, where there is no picture yet. */
export function FirstVisit() {
  const navigate = useNavigate();
  const { data: destinations = [] } = useDestinations();
  const slots = destinations.flatMap((one) => one.slots).length;
  return (
    <div className="grid grow place-content-center gap-5">
      <div className="grid max-w-[620px] gap-1.5">
        <h2 className="text-[15px]">No pictures yet</h2>
        <p className="text-soft">
          Say once what must stay in a picture and what each place demands, and get every file: cropped, sized
          and within its limits. Three steps lead there.
        </p>
      </div>
      <ol className="grid max-w-[620px] border-t border-line">
        <Step
          number={1}
          title="Add pictures"
          says="Drop photographs or whole folders here, straight from the camera. They are kept as they are, byte for byte."
          act={
            <Button go act="sources.add">
              Add pictures
            </Button>
          }
        />
        <Step
          number={2}
          title="Say what a place demands"
          says={
            slots > 0
              ? `${some(destinations.length, "destination")} with ${some(slots, "slot")} so far. Add one for every place your pictures go to.`
              : "A destination is a site, a marketplace, a newsletter. Make it from a ready example, a page's layout, a screenshot or a document."
          }
          act={<Button onClick={() => navigate("/destinations?new")}>New destination</Button>}
        />
        <Step
          number={3}
          title="Frame and render"
          says="Choose pictures and press Frame: each is cropped to every shape, and you correct what you like. Then render and download one ZIP."
        />
      </ol>
    </div>
  );
}

function Step({
  number,
  title,
  says,
  act,
}: {
  number: number;
  title: string;
  says: string;
  act?: ReactNode;
}) {
  return (
    <li className="grid grid-cols-[28px_minmax(0,1fr)_auto] items-center gap-3 border-b border-line py-3">
      <span className="figures text-[15px] text-brass">{number}</span>
      <span className="grid gap-0.5">
        <b className="font-semibold">{title}</b>
        <span className="text-soft">{says}</span>
      </span>
      {act}
    </li>
  );
}
