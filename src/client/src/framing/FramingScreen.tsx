import { useNavigate, useParams } from "react-router";
import { usePlaces } from "../destinations/useDestinations";
import { useChoice } from "../shell/choice";
import { useSource, useSources } from "../sources/useSources";
import { Button } from "../ui/Button";
import { Empty } from "../ui/Empty";
import { FramingDesk } from "./FramingDesk";
import { useFraming } from "./useFraming";

/** How one source is framed in every place. */
export function FramingScreen() {
  const { sourceId } = useParams();
  const choice = useChoice();
  const newest = useSources({});
  const navigate = useNavigate();
  const fallback = choice.sources[0] ?? newest.data?.pages[0]?.items[0]?.id;
  const source = useSource(sourceId ?? fallback);
  const framing = useFraming(source.data?.id);
  const places = usePlaces();
  if ((source.error && !source.data) || (framing.error && !framing.stored))
    return (
      <div className="grid h-full place-content-center justify-items-center gap-3 text-center">
        <p role="alert">{(source.error ?? framing.error)?.message}</p>
        <Button onClick={() => navigate("/sources")}>To the sources</Button>
      </div>
    );
  if (newest.data?.pages[0]?.total === 0)
    return (
      <Empty
        title="Nothing to frame yet"
        act={
          <Button go onClick={() => navigate("/sources")}>
            To the sources
          </Button>
        }
      >
        Take pictures in first; each slot then shows its crop of them here.
      </Empty>
    );
  if (!source.data || framing.shown?.source !== source.data.id || !places)
    return <div className="well-grey h-full" />;
  if (framing.shown.places.length === 0)
    return (
      <Empty
        title="There is no slot to frame for"
        act={
          <Button go onClick={() => navigate("/destinations")}>
            To the destinations
          </Button>
        }
      >
        A destination says which shapes its slots demand.
      </Empty>
    );
  return <FramingDesk source={source.data} framing={framing} shown={framing.shown} where={places} />;
}
