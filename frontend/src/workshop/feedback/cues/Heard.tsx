import { Tick } from "../../../ui/Tick";
import type { Edit, FeedbackOf } from "../../../api/client";
import { Amount } from "../../../ui/Amount";
import { Choice } from "../../../ui/Choice";
import { remove, set } from "../../rules/rows";

const BUILT_IN = "built in";

interface Props {
  found: FeedbackOf;
  change: (edits: Edit[]) => void;
}

/** What is heard beside the cues: the last seconds of a clock, what is pressed, or nothing at all. */
export function Heard({ found, change }: Props) {
  const sounds = [BUILT_IN, ...Object.keys(found.sounds), ...Object.keys(found.shipped_sounds)];
  return (
    <section aria-labelledby="heard" className="flex flex-col gap-2 border-t border-line pt-3">
      <h2 id="heard" className="text-xl">
        Sound
      </h2>
      <Tick
        label="All sound off, for this game"
        value={found.silent}
        keep={(off) => change([off ? set(["silent"], true) : remove(["silent"])])}
      />
      <Amount
        label="Count down"
        unit="last seconds of a question are heard, the last at zero"
        step={1}
        value={found.tick}
        keep={(tick) => change([set(["clocks", "tick"], tick)])}
      />
      <Choice
        label="Heard as"
        values={sounds}
        value={found.tick_sound || BUILT_IN}
        keep={(sound) =>
          change([
            sound === BUILT_IN
              ? remove(["clocks", "tick_sound"])
              : set(["clocks", "tick_sound"], sound),
          ])
        }
      />
      <Choice
        label="A press"
        values={["none", ...sounds.slice(1)]}
        value={found.look.press || "none"}
        keep={(sound) =>
          change([sound === "none" ? remove(["look", "press"]) : set(["look", "press"], sound)])
        }
      />
    </section>
  );
}
