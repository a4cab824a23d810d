import type { CuePart, FeedbackOf } from "../../../api/client";
import { Amount } from "../../../ui/Amount";
import { Button } from "../../../ui/Button";
import { Choice } from "../../../ui/Choice";
import { useWords } from "../../data";
import { remove, set } from "../../rules/rows";
import type { useGameChange } from "../../useGameChange";
import { SceneFields, written } from "./SceneFields";
import { SoundFields } from "./SoundFields";

interface FieldsProps {
  name: string;
  cue: CuePart;
  mine: boolean;
  found: FeedbackOf;
  change: ReturnType<typeof useGameChange>["change"];
}

/** A cue that comes with Dice Trail as it is written for a game of its own. */
function own({ scene = [], ...cue }: CuePart): Partial<CuePart> {
  return scene.length ? { ...cue, scene: written(scene) } : cue;
}

/** What a cue is made of. */
export function CueFields({ name, cue, mine, found, change }: FieldsProps) {
  const words = useWords();
  const keep = (fields: Partial<CuePart>) =>
    change(
      mine
        ? Object.entries(fields).map(([key, value]) => set(["cues", name, key], value))
        : [set(["cues", name], { ...own(cue), ...fields })],
    );
  const sounds = ["none", ...Object.keys(found.sounds), ...Object.keys(found.shipped_sounds)];
  const sound = cue.sound ?? "none";
  return (
    <div className="flex flex-col gap-3">
      <h2 className="text-xl">{name}</h2>
      {!mine && (
        <p className="text-sm text-soft">
          It comes with Dice Trail. Change anything, and this game has its own.
        </p>
      )}
      <Choice
        label="Motion"
        values={words?.motions ?? []}
        value={cue.motion ?? "none"}
        keep={(motion) => keep({ motion: motion as CuePart["motion"] })}
      />
      <Choice
        label="Tone"
        values={words?.tones ?? []}
        value={cue.tone ?? "plain"}
        keep={(tone) => keep({ tone: tone as CuePart["tone"] })}
      />
      <Amount
        label="Stays"
        unit="seconds"
        value={cue.hold ?? 0}
        step={0.1}
        keep={(hold) => keep({ hold })}
      />
      <Amount
        label="Motion made"
        unit="times"
        value={cue.times ?? 1}
        step={1}
        keep={(times) => keep({ times })}
      />
      <Choice label="Sound" values={sounds} value={sound} keep={(next) => keep({ sound: next })} />
      {sound !== "none" && (
        <SoundFields
          name={sound}
          sound={found.sounds[sound] ?? found.shipped_sounds[sound]}
          mine={sound in found.sounds}
          change={change}
          taken={sounds}
          nameIt={(next) =>
            mine
              ? set(["cues", name, "sound"], next)
              : set(["cues", name], { ...own(cue), sound: next })
          }
        />
      )}
      <SceneFields acts={cue.scene ?? []} keep={(scene) => keep({ scene })} />
      {mine && (
        <Button small className="self-start" onClick={() => change([remove(["cues", name])])}>
          Remove this cue
        </Button>
      )}
    </div>
  );
}
