import { type FormEvent, useState } from "react";
import type { FeedbackOf } from "../../../api/client";
import { Button } from "../../../ui/Button";
import { set } from "../../rules/rows";
import type { useGameChange } from "../../useGameChange";

interface CuesProps {
  found: FeedbackOf;
  picked: string;
  pick: (cue: string) => void;
  change: ReturnType<typeof useGameChange>["change"];
}

/** The names of the cues, with the rows that use them. */
export function Cues({ found, picked, pick, change }: CuesProps) {
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
