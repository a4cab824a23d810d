import clsx from "clsx";
import { useCombobox } from "downshift";
import {
  type ChangeEvent,
  type ComponentProps,
  type FocusEvent,
  type KeyboardEvent,
  type RefObject,
  useLayoutEffect,
  useState,
} from "react";

interface Props extends Omit<ComponentProps<"input">, "ref" | "value" | "onChange"> {
  label: string;
  field: RefObject<HTMLInputElement | HTMLTextAreaElement | null>;
  /** Whether the text has several lines: Shift and Enter begin another one. */
  multiline?: boolean;
  value: string;
  change: (text: string) => void;
  /** The words that can be completed to, with what each stands for. */
  words: Record<string, string>;
  /** The word that ends before a place of the text and may be completed, "" where one begins; undefined for none. */
  wordBefore: (text: string, at: number) => string | undefined;
}

const MOST_SHOWN = 10;
const NOTHING = { text: "", at: 0, taken: false };

/** A text field that completes the word before the cursor: arrow keys choose, Enter or Tab takes. */
export function CompletingInput(props: Props) {
  const {
    label,
    field,
    multiline = false,
    value,
    change,
    words,
    wordBefore,
    onKeyDown,
    onBlur,
    ...more
  } = props;
  const { offered, write, take, leave } = useTyped({ field, value, change, words, wordBefore });
  const list = useCombobox({
    items: offered,
    inputValue: value,
    isOpen: offered.length > 0,
    selectedItem: null,
    onSelectedItemChange: ({ selectedItem }) => selectedItem && take(selectedItem),
    // leaving the field keeps what was typed, not what would be offered
    stateReducer: (state, { type, changes }) =>
      type === useCombobox.stateChangeTypes.InputBlur
        ? { ...state, highlightedIndex: -1 }
        : changes,
  });
  const chosen = offered[list.highlightedIndex];
  const [first, turn] = useWindow(list.highlightedIndex, offered.length);
  const key = (event: KeyboardEvent<HTMLInputElement>) => {
    if (multiline && event.key === "Enter") {
      if (event.shiftKey) return leaveToField(event);
      event.preventDefault();
    }
    if (event.key === "Tab" && chosen) {
      event.preventDefault();
      take(chosen);
    } else if (event.key !== "Enter" || !chosen) onKeyDown?.(event);
    if (event.key === "Escape" || event.key === "Home" || event.key === "End") leaveToField(event);
  };
  const input = list.getInputProps({
    ref: field as RefObject<HTMLInputElement>,
    "aria-label": label,
    onKeyDown: key,
    onBlur: (event: FocusEvent<HTMLInputElement>) => {
      leave();
      onBlur?.(event);
    },
    onChange: (event: ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => {
      const { value: text, selectionStart } = event.currentTarget;
      write(text, selectionStart ?? text.length);
    },
  }) as ComponentProps<"input">;
  return (
    <span className={clsx("relative inline-block max-w-full", multiline && "align-top")}>
      {multiline ? (
        <Lines {...more} {...input} />
      ) : (
        <input spellCheck={false} {...more} {...input} />
      )}
      <ul
        {...list.getMenuProps({
          "aria-label": "Names that fit",
          onWheel: ({ deltaY }) => turn(Math.sign(deltaY)),
          onMouseDown: (event) => event.preventDefault(),
        })}
        className="absolute top-full left-0 z-20 w-max max-w-96 rounded-md border border-edge bg-sheet py-1 text-sm empty:hidden"
      >
        {offered.slice(first, first + MOST_SHOWN).map((one, place) => (
          <li
            key={one}
            aria-posinset={first + place + 1}
            aria-setsize={offered.length}
            {...list.getItemProps({ item: one, index: first + place })}
            className="flex cursor-pointer justify-between gap-4 px-3 aria-selected:bg-moss aria-selected:text-pine"
          >
            <span className="font-mono">{one}</span>
            <span className="text-soft">{words[one]}</span>
          </li>
        ))}
      </ul>
    </span>
  );
}

type TypedProps = Pick<Props, "field" | "value" | "change" | "words" | "wordBefore">;

/** What was typed last, the words it may be completed to, and how one of them is taken. */
function useTyped({ field, value, change, words, wordBefore }: TypedProps) {
  const [typed, setTyped] = useState(NOTHING);
  useLayoutEffect(() => {
    // at once: what is typed on stands behind the word that was taken
    if (typed.taken) field.current?.setSelectionRange(typed.at, typed.at);
  }, [typed, field]);
  const word = typed.at > 0 && typed.text === value ? wordBefore(value, typed.at) : undefined;
  const offered =
    word === undefined
      ? []
      : Object.keys(words).filter((one) => one.startsWith(word) && one !== word);
  const write = (text: string, at: number, taken = false) => {
    setTyped({ text, at, taken });
    change(text);
  };
  const take = (whole: string) => {
    const before = value.slice(0, typed.at - (word ?? "").length) + whole;
    write(before + value.slice(typed.at), before.length, true);
  };
  return { offered, write, take, leave: () => setTyped(NOTHING) };
}

/** The place of the first word that is shown: the chosen one is among those that are; and a way to turn them. */
function useWindow(chosen: number, all: number): [number, (by: number) => void] {
  const [first, setFirst] = useState(0);
  const last = Math.max(0, all - MOST_SHOWN);
  let shown = Math.min(first, last);
  if (chosen >= 0) shown = Math.min(Math.max(shown, chosen - MOST_SHOWN + 1), chosen);
  if (shown !== first) setFirst(shown);
  return [shown, (by) => setFirst(Math.min(Math.max(0, shown + by), last))];
}

/** The same field with several lines, without what a text area may not be called. */
function Lines(given: ComponentProps<"input">) {
  const field = { ...given, role: undefined, "aria-expanded": undefined } as unknown;
  return (
    <textarea
      spellCheck={false}
      {...(field as ComponentProps<"textarea">)}
      rows={String(given.value).split("\n").length}
    />
  );
}

/** The key does in the field what it does in every field. */
function leaveToField(event: KeyboardEvent) {
  (event.nativeEvent as unknown as { preventDownshiftDefault: boolean }).preventDownshiftDefault =
    true;
}
