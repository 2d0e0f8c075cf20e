import { useNavigate, useParams } from "react-router";
import { useActions } from "../actions/bound";
import { usePlaces } from "../destinations/useDestinations";
import { Button } from "../ui/Button";
import { Empty } from "../ui/Empty";
import { Fault } from "../ui/Fault";
import { ProofBar } from "./ProofBar";
import { ProofDesk } from "./ProofDesk";
import { type Spot, useProofPictures, useProofPlaces } from "./useProof";
import { useViews } from "./useViews";
import { proofPath } from "./view";

/** A slot in a page, in one window or several, with the files that the browser takes. */
export function ProofScreen() {
  const { sourceId, slotId } = useParams();
  const navigate = useNavigate();
  const places = usePlaces();
  const made = useProofPlaces();
  const slot = slotId ?? made.data?.[0]?.slot;
  const pictures = useProofPictures(slot);
  const source = sourceId ?? pictures.data?.[0]?.source;
  const spot = source && slot ? { source, slot } : undefined;
  const views = useViews();
  const place = slot ? places?.get(slot) : undefined;
  const go = (to: Spot) => navigate({ pathname: proofPath(to), search: views.search });
  const step = (by: number) => {
    const items = pictures.data ?? [];
    const next = items[items.findIndex((one) => one.source === source) + by];
    if (next && slot) go({ source: next.source, slot });
  };
  useActions("proof", { picture: (key) => step(key === "p" ? -1 : 1) });
  const problem = made.error ?? pictures.error;
  if (problem) return <Fault problem={problem} />;
  if (made.data?.length === 0 && !slotId)
    return (
      <Empty
        title="Nothing to look at in a page yet"
        act={<Button onClick={() => navigate("/board")}>Board</Button>}
      >
        Here a picture is seen in a page, as wide as its slot says, with the file that a browser takes. Render
        some pictures for a site first.
      </Empty>
    );
  if (!spot || !place || !made.data) return <div className="well-grey h-full" />;
  return (
    <div className="grid h-full grid-rows-[46px_minmax(0,1fr)]">
      <ProofBar
        spot={spot}
        place={place}
        made={made.data}
        pictures={pictures.data ?? []}
        onSpot={go}
        views={views}
      />
      <ProofDesk key={`${spot.source} ${spot.slot}`} spot={spot} views={views} />
    </div>
  );
}
