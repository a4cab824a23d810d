import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, type GoingOn, type Handout } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { counted } from "../words";
import { useGoingOn } from "./useHistory";

/** Who is playing just now, readable from the back of a room. */
export function Now({ handout }: { handout: Handout }) {
  const plays = useGoingOn(handout.id);
  const end = useMutation({ mutationFn: (play: string) => api.endPlay(handout.id, play) });
  const endAll = useMutation({ mutationFn: () => api.endAllPlays(handout.id) });
  const queries = useQueryClient();
  const begin = useMutation({
    mutationFn: () => (handout.begun ? api.waitAgain(handout.id) : api.beginTogether(handout.id)),
    onSettled: () => queries.invalidateQueries({ queryKey: ["handouts"] }),
  });
  const going = plays?.filter(({ over }) => !over) ?? [];
  const meters = [...new Set(going.flatMap(({ meters }) => Object.keys(meters)))];
  return (
    <section aria-label="Playing now" data-going={going.length}>
      <div className="mb-2 flex items-center gap-4">
        <h2 className="text-2xl">{plays ? counted(going.length, "player") : "Looking …"}</h2>
        {handout.together && (
          <Button
            small
            weight={handout.begun ? "plain" : "main"}
            disabled={begin.isPending}
            onClick={() => begin.mutate()}
          >
            {handout.begun ? "Let the next ones wait" : "Begin for all"}
          </Button>
        )}
        {going.length > 0 && (
          <Button small onClick={() => endAll.mutate()}>
            End all
          </Button>
        )}
      </div>
      {begin.error && <Notice tone="bad">{begin.error.message}</Notice>}
      {plays && going.length === 0 && (
        <p className="text-soft">Nobody is playing just now. Who sets out is seen here at once.</p>
      )}
      {going.length > 0 && (
        <table className="w-full text-xl">
          <thead className="text-base text-soft">
            <tr>
              {["player", "question", "right", ...meters, "still for", ""].map((head) => (
                <th key={head} scope="col" className="text-start font-normal">
                  {head.replaceAll("_", " ") || <span className="sr-only">End it</span>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {going.map((play) => (
              <Line key={play.id} play={play} meters={meters} end={() => end.mutate(play.id)} />
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

interface LineProps {
  play: GoingOn;
  meters: string[];
  end: () => void;
}

function Line({ play, meters, end }: LineProps) {
  const name = play.player || "without a name";
  return (
    <tr className="border-t border-line" data-now={play.player}>
      <th scope="row" className="max-w-80 truncate py-1 pe-4 text-start" title={name}>
        {name}
        {play.waits && <span className="text-base font-normal text-soft"> (waits)</span>}
        {!play.here && <span className="text-base font-normal text-soft"> (away)</span>}
      </th>
      <td className="pe-4 tabular-nums">
        {play.number}
        {play.total != null && ` of ${play.total}`}
      </td>
      <td className="pe-4 tabular-nums">{play.right}</td>
      {meters.map((meter) => (
        <td key={meter} className="pe-4 tabular-nums">
          {play.meters[meter]}
        </td>
      ))}
      <td className="pe-4 tabular-nums">{Math.round(play.still)} s</td>
      <td className="text-end">
        <Button small aria-label={`End the play of ${name}`} onClick={end}>
          End
        </Button>
      </td>
    </tr>
  );
}
