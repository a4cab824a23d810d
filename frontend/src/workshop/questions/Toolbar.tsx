import type { Questions } from "../../api/client";
import { Button } from "../../ui/Button";
import { counted } from "../words";

interface Props {
  found: Questions | undefined;
  chosen: number;
  saving: boolean;
  /** Nothing is chosen that could be changed. */
  idle: boolean;
  add: () => void;
  many: (work: "duplicate" | "remove" | "move", before?: number) => void;
  open: (what: "set" | "give") => void;
}

/** What is done to the chosen questions. */
export function Toolbar({ found, chosen, saving, idle, add, many, open }: Props) {
  const acts: [string, () => void][] = [
    ["Duplicate", () => many("duplicate")],
    ["Remove", () => many("remove")],
    ["To the top", () => many("move", 0)],
    ["Set …", () => open("set")],
    ["To another pack …", () => open("give")],
  ];
  return (
    <div className="flex flex-wrap items-center gap-2 px-7 pb-2">
      <Button small weight="main" onClick={add} disabled={saving}>
        Add a question
      </Button>
      {acts.map(([label, act]) => (
        <Button key={label} small disabled={idle || saving} onClick={act}>
          {label}
        </Button>
      ))}
      <p role="status" className="ml-auto text-sm text-soft">
        {saving ? "Saving …" : foundWords(found, chosen)}
      </p>
    </div>
  );
}

function foundWords(found: Questions | undefined, chosen: number): string {
  if (!found) return "Looking …";
  const words =
    found.total === found.all
      ? counted(found.all, "question")
      : `${found.total.toLocaleString("en")} of ${counted(found.all, "question")}`;
  return chosen > 0 ? `${words} · ${chosen} chosen` : words;
}
