import clsx from "clsx";
import { type KeyboardEvent, useRef, useState } from "react";
import { CompletingInput } from "../../ui/CompletingInput";
import { useAskedFocus } from "./focus";
import { type CellKind, isChecked, useCellCheck } from "./useCellCheck";

interface Props {
  game: number;
  label: string;
  kind: CellKind;
  value: string;
  names?: string[];
  /** The revision of the game that is shown. */
  revision: number;
  placeholder?: string;
  /** Keeps what was typed; called when the cell is left or Enter is pressed. */
  keep: (value: string) => void;
}

const WORD = /[A-Za-z_][A-Za-z0-9_]*$/;

/** A value inside a sentence of the rules: written in place, checked as it is typed, its names completed. */
export function Cell(props: Props) {
  const { game, label, kind, value, names = [], revision, placeholder, keep } = props;
  const [draft, setDraft] = useState<string>();
  const input = useRef<HTMLInputElement>(null);
  const problem = useCellCheck(game, kind, draft);
  useAskedFocus(label, revision, input);

  const done = () => {
    if (draft !== undefined && draft !== value) keep(draft.trim());
    setDraft(undefined);
  };
  const shared = {
    "aria-invalid": problem !== "" || undefined,
    placeholder,
    "data-cell": label,
    value: draft ?? value,
    onBlur: done,
    onKeyDown: (event: KeyboardEvent) => {
      if (event.key === "Enter") done();
      else if (event.key === "Escape" && draft !== undefined) {
        event.stopPropagation();
        setDraft(undefined);
      }
    },
    className: clsx(
      "max-w-full rounded-sm border bg-sheet px-1.5 leading-6 [field-sizing:content] placeholder:text-soft",
      kind === "text" || kind === "template" ? "min-w-24" : "min-w-8 font-mono text-[0.9rem]",
      problem ? "border-ember" : "border-line hover:border-edge",
    ),
  };
  return (
    <span className="inline-block max-w-full align-baseline">
      {isChecked(kind) ? (
        <CompletingInput
          {...shared}
          label={label}
          field={input}
          words={names}
          wordBefore={(text, at) => wordBefore(text, at, kind)}
          change={setDraft}
        />
      ) : (
        <input
          {...shared}
          ref={input}
          aria-label={label}
          autoComplete="off"
          spellCheck={false}
          inputMode={kind === "number" ? "decimal" : undefined}
          onChange={(event) => setDraft(event.target.value)}
        />
      )}
      {problem && (
        <span role="alert" className="block text-sm text-ember">
          {problem}
        </span>
      )}
    </span>
  );
}

/** The name that is being typed before the cursor; in a text only between braces. */
function wordBefore(text: string, at: number, kind: CellKind): string {
  const before = text.slice(0, at);
  if (kind === "template" && before.lastIndexOf("{") <= before.lastIndexOf("}")) return "";
  return WORD.exec(before)?.[0] ?? "";
}
