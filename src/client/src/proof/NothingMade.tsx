import { useNavigate } from "react-router";
import { useActions } from "../actions/bound";
import { RequestProblem } from "../data/client";
import { useStartRun } from "../runs/useRuns";
import { sayProblem } from "../shell/notices";
import { Button } from "../ui/Button";
import { Empty } from "../ui/Empty";
import { Fault } from "../ui/Fault";
import type { Spot } from "./useProof";

/** Where nothing is made for a place, or something is in the way. */
export function NothingMade({ spot, problem }: { spot: Spot; problem: Error }) {
  const start = useStartRun();
  const navigate = useNavigate();
  const isOpen = problem instanceof RequestProblem && problem.type === "/problems/nothing-made";
  const render = () =>
    start.mutate(
      { sources: [spot.source], slots: [spot.slot] },
      { onSuccess: ({ id }) => navigate(`/runs/${id}`), onError: sayProblem },
    );
  useActions("proof", { render: isOpen && render });
  if (!isOpen) return <Fault problem={problem} />;
  return (
    <Empty
      title="Nothing is made for this place yet"
      act={
        <Button go act="proof.render" disabled={start.isPending}>
          Render this place
        </Button>
      }
    >
      {problem.message}
    </Empty>
  );
}
