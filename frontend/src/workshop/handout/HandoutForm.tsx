import { type FormEvent, useState } from "react";
import type { Game, Handout, HandoutSettings } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field, inputLook, selectLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";
import { Tick } from "../../ui/Tick";
import { fromField, toField } from "./days";
import { settingsOf } from "./useHandouts";

interface Props {
  game: Game;
  /** The one whose settings are changed; none where the game is handed out. */
  handout: Handout | undefined;
  busy: boolean;
  problem: Error | null;
  done: (settings: HandoutSettings) => void;
  leave: () => void;
}

/** How a game is handed out. */
export function HandoutForm({ game, handout, busy, problem, done, leave }: Props) {
  const [wanted, setWanted] = useState<HandoutSettings>(() =>
    handout
      ? settingsOf(handout)
      : {
          name: game.title,
          note: "",
          closed: false,
          asks_name: game.asks_name,
          one_deal: false,
          listed: false,
          best: false,
          wall: "names",
          together: false,
        },
  );
  const set = (changed: Partial<HandoutSettings>) => setWanted({ ...wanted, ...changed });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    done({ ...wanted, name: wanted.name.trim() });
  };
  return (
    <Sheet
      open
      onClose={leave}
      title={handout ? `Settings of ${handout.name}` : "Hand out"}
      about={
        handout
          ? "They hold from the next play on."
          : "The game as it is now gets a link of its own. Later edits don’t touch it."
      }
    >
      <form onSubmit={submit} className="flex flex-col gap-4">
        <Field label="Name" hint="For you: a class, an evening, a friend.">
          {(id, about) => (
            <input
              id={id}
              aria-describedby={about}
              className={inputLook}
              required
              maxLength={200}
              value={wanted.name}
              onChange={({ target }) => set({ name: target.value })}
            />
          )}
        </Field>
        <Field label="Note" hint="Players read it before they begin.">
          {(id, about) => (
            <textarea
              id={id}
              aria-describedby={about}
              className={inputLook}
              rows={2}
              maxLength={1000}
              value={wanted.note}
              onChange={({ target }) => set({ note: target.value })}
            />
          )}
        </Field>
        <Limits wanted={wanted} set={set} />
        {problem && <Notice tone="bad">{problem.message}</Notice>}
        <div className="sticky -bottom-6 -mx-6 -mb-6 flex gap-3 border-t border-edge bg-sheet px-6 py-4">
          <Button type="submit" weight="main" disabled={busy}>
            {handout ? "Save" : "Hand out"}
          </Button>
          <Button onClick={leave}>Cancel</Button>
        </div>
      </form>
    </Sheet>
  );
}

interface PartProps {
  wanted: HandoutSettings;
  set: (changed: Partial<HandoutSettings>) => void;
}

/** From when to when it is open, how often each player may play, and what else holds. */
function Limits({ wanted, set }: PartProps) {
  return (
    <>
      <div className="grid grid-cols-2 gap-4 max-sm:grid-cols-1">
        {(["opens", "closes"] as const).map((end) => (
          <Field key={end} label={end === "opens" ? "Open from" : "Open until"}>
            {(id) => (
              <input
                id={id}
                type="datetime-local"
                className={inputLook}
                value={toField(wanted[end])}
                onChange={({ target }) => set({ [end]: fromField(target.value) })}
              />
            )}
          </Field>
        ))}
        <Field
          label="Plays for each player"
          hint="Empty: as many as they like. Counted by browser."
        >
          {(id, about) => (
            <input
              id={id}
              aria-describedby={about}
              type="number"
              min={1}
              max={1000}
              className={inputLook}
              value={wanted.plays_each ?? ""}
              onChange={({ target }) =>
                set({ plays_each: target.value ? Number(target.value) : null })
              }
            />
          )}
        </Field>
      </div>
      <div className="flex flex-wrap gap-x-6 gap-y-1">
        <Tick
          label="A name is asked"
          value={wanted.asks_name}
          keep={(asks_name) => set({ asks_name })}
        />
        <Tick
          label="One deal for all: the same questions in the same places"
          value={wanted.one_deal}
          keep={(one_deal) => set({ one_deal })}
        />
        <Tick
          label="On the players’ list"
          value={wanted.listed}
          keep={(listed) => set({ listed })}
        />
        <Tick
          label="The best plays are shown to who has played"
          value={wanted.best}
          keep={(best) => set({ best })}
        />
        <Tick
          label="All begin together, when you say so"
          value={wanted.together}
          keep={(together) => set({ together })}
        />
        <label className="flex items-center gap-1.5">
          The wall shows
          <select
            className={selectLook}
            value={wanted.wall}
            onChange={({ target }) => set({ wall: target.value as HandoutSettings["wall"] })}
          >
            <option value="names">players by their names</option>
            <option value="marks">players without names</option>
            <option value="off">nothing: there is no wall</option>
          </select>
        </label>
      </div>
    </>
  );
}
