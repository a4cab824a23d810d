import { Button } from "../../ui/Button";
import { Sheet } from "../../ui/Sheet";

interface Props {
  /** Why it is asked. */
  said: string;
  remove: () => void;
  leave: () => void;
}

/** Asks before a game is removed whose hand-outs are open. */
export function RemoveGame({ said, remove, leave }: Props) {
  return (
    <Sheet open onClose={leave} title="Remove this game?" about={said}>
      <p>
        Plays that go on are played to their end, and what was played is kept. The game can be put
        back; its links stay closed until you open them.
      </p>
      <div className="mt-5 flex justify-end gap-3">
        <Button onClick={leave}>Cancel</Button>
        <Button weight="main" onClick={remove}>
          Remove
        </Button>
      </div>
    </Sheet>
  );
}
