import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Game, goesOn, type WalkWanted } from "../../api/client";
import { Button } from "../../ui/Button";
import { Progress } from "../../ui/Progress";
import { FigureTable } from "./FigureTable";

const PLAYS = 2000;

interface Props {
  game: Game;
  /** Who walks. */
  wanted: WalkWanted;
}

/** Plays that are walked, what they come to growing as they are. */
export function Walked({ game, wanted }: Props) {
  const [job, setJob] = useState("");
  const begin = useMutation({
    mutationFn: () => api.startWalk(game.id, { ...wanted, plays: PLAYS }),
    onSuccess: (walk) => setJob(walk.job.id),
  });
  const found = useQuery({
    queryKey: ["walk", job],
    queryFn: () => api.walk(game.id, job),
    enabled: job !== "",
    refetchInterval: ({ state: { data } }) => (!data || goesOn(data.job) ? 300 : false),
  });
  const walk = found.data;
  const going = job !== "" && (!walk || goesOn(walk.job));
  return (
    <div className="flex flex-col gap-3" data-walk={walk?.job.state ?? "none"}>
      <div className="flex items-center gap-4">
        {going ? (
          <Button onClick={() => void api.stopJob(job)}>Cancel</Button>
        ) : (
          <Button weight="main" disabled={begin.isPending} onClick={() => begin.mutate()}>
            Walk {PLAYS.toLocaleString("en")} plays
          </Button>
        )}
        {walk && <Progress label="Plays walked" value={walk.job.done} max={PLAYS} />}
      </div>
      {begin.error && <p className="text-ember">{begin.error.message}</p>}
      {walk?.figures && (
        <FigureTable
          figures={walk.figures}
          said={`${(walk.figures.plays ?? 0).toLocaleString("en")} plays walked`}
        />
      )}
    </div>
  );
}
