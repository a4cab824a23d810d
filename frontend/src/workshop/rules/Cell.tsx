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
  names?: Record<string, string>;
  /** The revision of the game that is shown. */
  revision: number;
  placeholder?: string;
  /**
   * Keeps what was typed; called when the cell is left or Enter is pressed. Where it gives back why that was
   * refused, what was typed stays, with the reason under it.
   */
  keep: (value: string) => unknown;
  /** Gives up a cell that was only begun: nothing of it is kept. */
  cancel?: () => void;
}

const WORD = /[A-Za-z_][A-Za-z0-9_]*$/;

/** A value inside a sentence of the rules: written in place, checked as it is typed, its names completed. */
export function Cell(props: Props) {
  const { game, label, kind, value, names = {}, revision, placeholder, keep, cancel } = props;
  const [draft, setDraft] = useState<string>();
  const input = useRef<HTMLInputElement & HTMLTextAreaElement>(null);
  const [refused, setRefused] = useState("");
  const found = useCellCheck(game, kind, draft);
  const problem = found || refused;
  useAskedFocus(label, revision, input);

  const type = (text: string | undefined) => {
    setRefused("");
    setDraft(text);
  };
  const done = () => {
    if (draft === undefined || refused) return;
    const answer = draft === value ? undefined : keep(draft.trim());
    setDraft(undefined);
    if (answer instanceof Promise)
      void answer.then((reason: unknown) => {
        if (typeof reason !== "string" || reason === "") return;
        setRefused(reason);
        setDraft(draft);
      });
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
        type(undefined);
      } else if (event.key === "Escape") cancel?.();
    },
    className: clsx(
      "max-w-full rounded-sm border bg-sheet px-1.5 leading-6 [field-sizing:content] placeholder:text-soft",
      kind === "template" && "block resize-none",
      kind === "text" || kind === "template" ? "min-w-24" : "min-w-8 font-mono text-[0.9rem]",
      problem ? "border-ember" : "border-line hover:border-edge",
    ),
  };
  return (
    <span
      className={clsx(
        "inline-block max-w-full",
        kind === "template" ? "self-start" : "align-baseline",
      )}
    >
      {isChecked(kind) ? (
        <CompletingInput
          {...shared}
          label={label}
          multiline={kind === "template"}
          field={input}
          words={names}
          wordBefore={(text, at) => wordBefore(text, at, kind)}
          change={type}
        />
      ) : (
        <input
          {...shared}
          ref={input}
          aria-label={label}
          autoComplete="off"
          spellCheck={false}
          inputMode={kind === "number" ? "decimal" : undefined}
          onChange={(event) => type(event.target.value)}
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

/** The name that is being typed before the cursor; in a text only between braces, where any may begin. */
function wordBefore(text: string, at: number, kind: CellKind): string | undefined {
  const before = text.slice(0, at);
  const word = WORD.exec(before)?.[0];
  if (kind !== "template") return word;
  if (before.lastIndexOf("{") <= before.lastIndexOf("}")) return undefined;
  return word ?? (before.endsWith("{") ? "" : undefined);
}
