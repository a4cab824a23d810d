import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import clsx from "clsx";
import { type FormEvent, type ReactNode, useState } from "react";
import { api, type CuePart, type FeedbackOf, type Game } from "../../api/client";
import { lookStyle, type Look } from "../../look/look";
import { playSound, type Sound } from "../../look/sounds";
import { PlayView } from "../../player/PlayView";
import { Button } from "../../ui/Button";
import { Amount } from "../../ui/Amount";
import { Choice } from "../../ui/Choice";
import { Notice } from "../../ui/Notice";
import { Sides } from "../../ui/Sides";
import { useWords } from "../data";
import { GameHead } from "../GameHead";
import { CUE_PARTS, PAGE_PARTS, snagsIn } from "../places";
import { remove, set } from "../rules/rows";
import { useGameChange } from "../useGameChange";
import { WithGame } from "../WithGame";
import { counted } from "../words";
import { Heard } from "./Heard";
import { ThePage } from "./page/ThePage";
import { SnagLines } from "./SnagLines";
import { SoundFields } from "./SoundFields";

/** The feedback screen: what a player sees and hears, pressed and experienced. */
export function Feedback() {
  return <WithGame>{(game) => <Bench key={game.id} game={game} />}</WithGame>;
}

function Bench({ game }: { game: Game }) {
  const changing = useGameChange(game);
  const feedback = useQuery({
    queryKey: ["feedback", game.id, game.revision],
    queryFn: () => api.feedback(game.id),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const [side, setSide] = useState<"cues" | "page">("cues");
  if (feedback.error) {
    return (
      <div className="p-7">
        <Notice tone="bad">{feedback.error.message}</Notice>
      </div>
    );
  }
  const found = feedback.data;
  if (!found) return <p className="p-7">Opening …</p>;
  return (
    <div className="flex h-full flex-col">
      <GameHead
        game={game}
        title="Feedback"
        about="What they see and hear, and for how long: press and experience it."
        changing={changing}
      />
      <Sides
        label="Feedback"
        side={side}
        turn={setSide}
        tabs={[
          ["cues", "Cues and sounds"],
          ["page", "The player’s page"],
        ]}
        className="min-h-0 flex-1"
        headClassName="border-b border-line px-7 py-1.5"
        bodyClassName="min-h-0 flex-1 empty:hidden data-[state=inactive]:hidden"
      >
        {side === "cues" ? (
          <CuesSide game={game} found={found} changing={changing} />
        ) : (
          <ThePage game={game} found={found} change={changing.change} />
        )}
      </Sides>
    </div>
  );
}

interface CuesSideProps {
  game: Game;
  found: FeedbackOf;
  changing: ReturnType<typeof useGameChange>;
}

/** The cues, what one of them is made of, and what it is like. */
function CuesSide({ game, found, changing }: CuesSideProps) {
  const [picked, setPicked] = useState("bright");
  const [still, setStill] = useState(false);
  const [silent, setSilent] = useState(false);
  const own = found.cues[picked];
  const cue = own ?? found.shipped_cues[picked];
  const snags = snagsIn([...CUE_PARTS, ...PAGE_PARTS, "clocks"], game.snags);
  return (
    <div className="grid h-full min-h-0 grid-cols-[13rem_20rem_1fr] grid-rows-[minmax(0,1fr)] max-lg:grid-cols-1 max-lg:grid-rows-none">
      <Cues found={found} picked={picked} pick={setPicked} change={changing.change} />
      <div
        className="relative overflow-auto border-r border-line px-5 py-4"
        tabIndex={0}
        role="group"
        aria-label="The cue"
      >
        {cue && (
          <CueFields
            key={`${picked} ${game.revision}`}
            game={game}
            name={picked}
            cue={cue}
            mine={own !== undefined}
            found={found}
            change={changing.change}
          />
        )}
      </div>
      <div
        className="relative flex flex-col gap-4 overflow-auto px-5 py-4"
        tabIndex={0}
        role="group"
        aria-label="As a player has it"
      >
        <SnagLines snags={snags} />
        <Experience
          game={game}
          cue={picked}
          hold={cue?.hold ?? 0}
          look={found.look as Look}
          still={still}
          silent={silent}
        >
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="accent-pine"
              checked={still}
              onChange={(event) => setStill(event.target.checked)}
            />
            with reduced motion
          </label>
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="accent-pine"
              checked={silent}
              onChange={(event) => setSilent(event.target.checked)}
            />
            without sound
          </label>
        </Experience>
        <Heard key={`heard ${game.revision}`} found={found} change={changing.change} />
      </div>
    </div>
  );
}

interface CuesProps {
  found: FeedbackOf;
  picked: string;
  pick: (cue: string) => void;
  change: ReturnType<typeof useGameChange>["change"];
}

function Cues({ found, picked, pick, change }: CuesProps) {
  const [name, setName] = useState("");
  const add = (event: FormEvent) => {
    event.preventDefault();
    const wanted = name.trim();
    if (!wanted) return;
    change([set(["cues", wanted], { sound: "rise", motion: "glow", tone: "good", hold: 1.2 })]);
    pick(wanted);
    setName("");
  };
  const list = (title: string, names: string[]) =>
    names.length > 0 && (
      <>
        <h2 className="mt-2 text-lg">{title}</h2>
        <ul>
          {names.map((cue) => (
            <li key={cue}>
              <button
                type="button"
                aria-current={picked === cue || undefined}
                data-cue={cue}
                onClick={() => pick(cue)}
                className="w-full rounded-sm border-l-[3px] border-transparent px-2 py-0.5 text-left hover:bg-moss aria-[current]:border-pine aria-[current]:font-bold aria-[current]:text-pine"
              >
                {cue}
                <span className="block text-sm font-normal text-soft">{usedBy(found, cue)}</span>
              </button>
            </li>
          ))}
        </ul>
      </>
    );
  return (
    <nav aria-label="Cues" className="relative overflow-auto border-r border-line px-5 py-3">
      {list("Yours", Object.keys(found.cues))}
      {list("Shipped", Object.keys(found.shipped_cues))}
      <form onSubmit={add} className="mt-3 flex flex-col items-start gap-1.5">
        <input
          aria-label="Name of a new cue"
          placeholder="name of a new cue"
          value={name}
          onChange={(event) => setName(event.target.value)}
          className="w-full rounded-sm border border-edge bg-sheet px-2 py-0.5 placeholder:text-soft"
        />
        <Button small type="submit" disabled={name.trim() === ""}>
          Add a cue
        </Button>
      </form>
    </nav>
  );
}

function usedBy(found: FeedbackOf, cue: string): string {
  const rows = found.rows[cue] ?? [];
  if (rows.length === 0) return "no row names it";
  return `row${rows.length > 1 ? "s" : ""} ${rows.join(", ")}`;
}

interface FieldsProps {
  game: Game;
  name: string;
  cue: CuePart;
  mine: boolean;
  found: FeedbackOf;
  change: CuesProps["change"];
}

function CueFields({ name, cue, mine, found, change }: FieldsProps) {
  const words = useWords();
  const keep = (fields: Partial<CuePart>) =>
    change(
      mine
        ? Object.entries(fields).map(([key, value]) => set(["cues", name, key], value))
        : [set(["cues", name], { ...cue, ...fields })],
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
            mine ? set(["cues", name, "sound"], next) : set(["cues", name], { ...cue, sound: next })
          }
        />
      )}
      {mine && (
        <Button small className="self-start" onClick={() => change([remove(["cues", name])])}>
          Remove this cue
        </Button>
      )}
    </div>
  );
}

interface ExperienceProps {
  game: Game;
  cue: string;
  hold: number;
  look: Look;
  still: boolean;
  silent: boolean;
  children: ReactNode;
}

/** A question at whose answer the cue happens, as a player has it. */
function Experience({ game, cue, hold, look, still, silent, children }: ExperienceProps) {
  const [seen, setSeen] = useState<{
    view: Parameters<typeof PlayView>[0]["seen"]["view"];
    at: number;
  }>();
  const [round, setRound] = useState(0);
  const press = useMutation({
    mutationFn: () => api.experience(game.id, cue),
    onSuccess: (view) => {
      setSeen({ view, at: performance.now() });
      setRound((before) => before + 1);
      if (!silent) playSound(view.feedback?.cue?.sound as Sound | null);
    },
  });
  return (
    <section aria-label="As a player has it">
      <div className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-1">
        <Button weight="main" disabled={press.isPending} onClick={() => press.mutate()}>
          Experience ‘{cue}’
        </Button>
        {children}
      </div>
      {press.error && <Notice tone="bad">{press.error.message}</Notice>}
      <div
        className={clsx("min-h-60 rounded-md border border-edge p-4", still && "still")}
        style={lookStyle(look)}
        data-experience={cue}
        data-round={round}
      >
        {seen ? (
          <PlayView key={round} quiet seen={seen} send={() => undefined} />
        ) : (
          <p>Here a player’s page answers. Press, and it does what the cue says.</p>
        )}
      </div>
      <p className="mt-1 text-sm text-soft">
        It stays for {counted(hold, "second")}, then the play goes on.
      </p>
    </section>
  );
}
