import clsx from "clsx";
import { type KeyboardEvent, useId, useRef, useState } from "react";
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

const MOST_NAMES = 7;
const WORD = /[A-Za-z_][A-Za-z0-9_]*$/;

/** A value inside a sentence of the rules: written in place, checked as it is typed, its names completed. */
export function Cell(props: Props) {
  const { game, label, kind, value, names = [], revision, placeholder, keep } = props;
  const [draft, setDraft] = useState<string>();
  const [at, setAt] = useState(0);
  const [picked, setPicked] = useState(-1);
  const input = useRef<HTMLInputElement>(null);
  const list = useId();
  const text = draft ?? value;
  const checked = isChecked(kind);
  const problem = useCellCheck(game, kind, draft);
  useAskedFocus(label, revision, input);

  const word = draft !== undefined && checked ? wordBefore(draft, at, kind) : "";
  const offered = word
    ? names.filter((name) => name.startsWith(word) && name !== word).slice(0, MOST_NAMES)
    : [];
  const done = () => {
    if (draft !== undefined && draft !== value) keep(draft.trim());
    setDraft(undefined);
    setPicked(-1);
  };
  const take = (name: string) => {
    const before = text.slice(0, at - word.length) + name;
    setDraft(before + text.slice(at));
    setAt(before.length);
    setPicked(-1);
    requestAnimationFrame(() => input.current?.setSelectionRange(before.length, before.length));
  };
  const key = (event: KeyboardEvent) => {
    if (offered.length > 0 && (event.key === "ArrowDown" || event.key === "ArrowUp")) {
      event.preventDefault();
      const step = event.key === "ArrowDown" ? 1 : -1;
      setPicked((picked + step + offered.length) % offered.length);
    } else if (offered[picked] && (event.key === "Enter" || event.key === "Tab")) {
      event.preventDefault();
      take(offered[picked]);
    } else if (event.key === "Enter") done();
    else if (event.key === "Escape" && draft !== undefined) {
      event.stopPropagation();
      setDraft(undefined);
    }
  };
  return (
    <span className="relative inline-block max-w-full align-baseline">
      <input
        ref={input}
        aria-label={label}
        aria-invalid={problem !== "" || undefined}
        role={checked ? "combobox" : undefined}
        aria-autocomplete={checked ? "list" : undefined}
        aria-expanded={checked ? offered.length > 0 : undefined}
        aria-controls={checked && offered.length > 0 ? list : undefined}
        aria-activedescendant={offered[picked] && `${list}-${picked}`}
        autoComplete="off"
        spellCheck={false}
        placeholder={placeholder}
        inputMode={kind === "number" ? "decimal" : undefined}
        data-cell={label}
        value={text}
        onChange={(event) => {
          setDraft(event.target.value);
          setAt(event.target.selectionStart ?? event.target.value.length);
          setPicked(-1);
        }}
        onBlur={done}
        onKeyDown={key}
        className={clsx(
          "max-w-full rounded-sm border bg-sheet px-1.5 leading-6 [field-sizing:content] placeholder:text-soft",
          kind === "text" || kind === "template" ? "min-w-24" : "min-w-8 font-mono text-[0.9rem]",
          problem ? "border-ember" : "border-line hover:border-edge",
        )}
      />
      {offered.length > 0 && (
        <ul
          id={list}
          role="listbox"
          aria-label="Names that fit"
          className="absolute top-full left-0 z-20 rounded-md border border-edge bg-sheet py-1 font-mono text-sm"
        >
          {offered.map((name, n) => (
            <li
              key={name}
              id={`${list}-${n}`}
              role="option"
              aria-selected={n === picked}
              onMouseDown={(event) => {
                event.preventDefault();
                take(name);
              }}
              className="cursor-pointer px-3 aria-selected:bg-moss aria-selected:text-pine"
            >
              {name}
            </li>
          ))}
        </ul>
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
