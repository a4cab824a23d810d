import type { Edit, Game, WalkedWaymark } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { useWaymarks } from "../data";
import { remove, set } from "../rules/rows";
import { counted } from "../words";

interface Props {
  game: Game;
  change: (edits: Edit[]) => void;
}

/** Waymarks that came with a starting point and were broken by a change: what is to become of them. */
export function BrokenStarts({ game, change }: Props) {
  const walked = useWaymarks(game, game.failed > 0).data;
  const broken =
    walked?.revision === game.revision
      ? walked.waymarks.filter(({ passed, came_along }) => !passed && came_along)
      : [];
  if (broken.length === 0) return null;
  const last = [...broken].reverse();
  return (
    <div className="px-7 py-2" data-broken-starts={broken.length}>
      <Notice tone="mind">
        <span className="flex flex-wrap items-center gap-3">
          <span>
            {counted(broken.length, "waymark")} that came with the starting point{" "}
            {broken.length === 1 ? "fails" : "fail"} now: something else comes of the same moves.
          </span>
          <Button
            small
            onClick={() => change(last.map(({ number }) => remove(["waymarks", number])))}
          >
            Remove {broken.length === 1 ? "it" : "them"}
          </Button>
          <Button small onClick={() => change(broken.flatMap(wantedNow))}>
            Keep what comes now
          </Button>
        </span>
      </Notice>
    </div>
  );
}

/** The changes after which a waymark expects what comes of its moves now. */
export function wantedNow({ number, mark, now }: WalkedWaymark): Edit[] {
  const edits = [set(["waymarks", number, "expect"], now.expect)];
  if (mark.along.length > 0) edits.push(set(["waymarks", number, "along"], now.along));
  return edits;
}
