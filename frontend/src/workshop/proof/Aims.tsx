import { type FormEvent, useState } from "react";
import { type Edit, type Game, type Held, type Walker } from "../../api/client";
import { Button } from "../../ui/Button";
import { inputLook } from "../../ui/Field";
import { useAims } from "../data";
import { insert, remove, set } from "../rules/rows";
import { number, walkerWords } from "./said";

interface Props {
  game: Game;
  change: (edits: Edit[]) => void;
  walker: Walker;
}

/** What is to hold over all plays: each aim with its value, exact or with its interval. */
export function Aims({ game, change, walker }: Props) {
  const found = useAims(game);
  const aims = found.data?.aims ?? [];
  return (
    <section aria-labelledby="aims" data-aims={found.isFetching ? "looking" : "looked"}>
      <h2 id="aims" className="mb-2 text-xl">
        Aims
      </h2>
      {aims.length === 0 && (
        <p className="mb-2 text-soft">
          An aim is what is to hold over all plays, such as <code>won &gt;= 0.5</code> for a player
          of skill 0.8. None is written yet.
        </p>
      )}
      <ul className="mb-3 flex flex-col gap-3">
        {aims.map((held) => (
          <Aim
            key={`${held.number} ${held.aim.expect}`}
            held={held}
            keep={(expect) => change([set(["aims", held.number, "expect"], expect)])}
            take={() => change([remove(["aims", held.number])])}
          />
        ))}
      </ul>
      <NewAim
        walker={walker}
        keep={(name, expect) => {
          const aim = {
            name,
            [walker.how]: walker.share,
            ...(walker.pace ? { pace: walker.pace } : {}),
            ...(walker.helps ? { helps: true } : {}),
            expect,
          };
          change([aims.length ? insert(["aims", aims.length], aim) : set(["aims"], [aim])]);
        }}
      />
    </section>
  );
}

interface AimProps {
  held: Held;
  keep: (expect: string) => void;
  take: () => void;
}

function Aim({ held, keep, take }: AimProps) {
  const { aim, holds } = held;
  const [text, setText] = useState(aim.expect);
  const done = () => text.trim() && text !== aim.expect && keep(text.trim());
  const walker: Walker = {
    how: aim.knows === null || aim.knows === undefined ? "skill" : "knows",
    share: aim.knows ?? aim.skill ?? 0.5,
    pace: aim.pace ?? 0,
    helps: aim.helps ?? false,
  };
  return (
    <li
      data-aim={aim.name}
      data-holds={holds}
      className={`border-s-[3px] ps-2 ${holds ? "border-pine" : "border-ember"}`}
    >
      <div className="flex items-baseline gap-2">
        <span className="min-w-0 flex-1 font-bold">{aim.name}</span>
        <span className={holds ? "text-pine" : "font-bold text-ember"}>
          {holds ? "holds" : "does not hold"}
        </span>
      </div>
      <p className="text-sm text-soft">{walkerWords(walker)}:</p>
      <input
        aria-label={`What ‘${aim.name}’ expects`}
        className={`${inputLook} font-mono text-sm`}
        value={text}
        onChange={(event) => setText(event.target.value)}
        onBlur={done}
        onKeyDown={(event) => event.key === "Enter" && done()}
      />
      <div className="mt-1 flex items-baseline gap-3 text-sm">
        <span className="flex-1" data-value={held.value ?? ""}>
          {told(held)}
        </span>
        <Button small aria-label={`Remove the aim ‘${aim.name}’`} onClick={take}>
          Remove
        </Button>
      </div>
    </li>
  );
}

function told(held: Held): string {
  if (held.problem) return `It can’t be looked at: ${held.problem}.`;
  if (held.value === null) return held.plays === null ? "by exact odds" : "by walking";
  if (held.plays === null) return `It is ${number(held.value)}, exactly.`;
  const low = held.low === null ? "" : number(held.low);
  const high = held.high === null ? "" : number(held.high);
  return `It is ${number(held.value)}, between ${low} and ${high} (${held.plays.toLocaleString("en")} plays walked).`;
}

function NewAim({
  walker,
  keep,
}: {
  walker: Walker;
  keep: (name: string, expect: string) => void;
}) {
  const [name, setName] = useState("");
  const [expect, setExpect] = useState("");
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!name.trim() || !expect.trim()) return;
    keep(name.trim(), expect.trim());
    setName("");
    setExpect("");
  };
  return (
    <form onSubmit={submit} className="flex flex-col gap-1.5">
      <input
        aria-label="Name of a new aim"
        placeholder="a good player wins"
        className={inputLook}
        maxLength={200}
        value={name}
        onChange={(event) => setName(event.target.value)}
      />
      <input
        aria-label="What a new aim expects"
        placeholder={'won >= 0.5, or share("Summit") < 0.01'}
        className={`${inputLook} font-mono text-sm`}
        maxLength={500}
        value={expect}
        onChange={(event) => setExpect(event.target.value)}
      />
      <div className="flex items-center gap-3">
        <Button small type="submit" disabled={!name.trim() || !expect.trim()}>
          Add the aim
        </Button>
        <span className="text-sm text-soft">{walkerWords(walker)}</span>
      </div>
    </form>
  );
}
