import { useCombobox } from "downshift";
import {
  type ChangeEvent,
  type ComponentProps,
  type FocusEvent,
  type KeyboardEvent,
  type RefObject,
  useState,
} from "react";

interface Props extends Omit<ComponentProps<"input">, "ref" | "value" | "onChange"> {
  label: string;
  field: RefObject<HTMLInputElement | null>;
  value: string;
  change: (text: string) => void;
  /** The words that can be completed to, with what each stands for. */
  words: Record<string, string>;
  /** The word that ends before a place of the text and may be completed, "" where one begins; undefined for none. */
  wordBefore: (text: string, at: number) => string | undefined;
}

const NOTHING = { text: "", at: 0 };

/** A text field that completes the word before the cursor: arrow keys choose, Enter or Tab takes. */
export function CompletingInput(props: Props) {
  const { label, field, value, change, words, wordBefore, onKeyDown, onBlur, ...more } = props;
  const [typed, setTyped] = useState(NOTHING);
  const word = typed.at > 0 && typed.text === value ? wordBefore(value, typed.at) : undefined;
  const offered =
    word === undefined
      ? []
      : Object.keys(words).filter((one) => one.startsWith(word) && one !== word);
  const write = (text: string, at: number) => {
    setTyped({ text, at });
    change(text);
  };
  const take = (whole: string) => {
    const before = value.slice(0, typed.at - (word ?? "").length) + whole;
    write(before + value.slice(typed.at), before.length);
    requestAnimationFrame(() => field.current?.setSelectionRange(before.length, before.length));
  };
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
  const key = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === "Tab" && chosen) {
      event.preventDefault();
      take(chosen);
    } else if (event.key !== "Enter" || !chosen) onKeyDown?.(event);
    if (event.key === "Escape" || event.key === "Home" || event.key === "End") leaveToField(event);
  };
  const input = list.getInputProps({
    ref: field,
    "aria-label": label,
    onKeyDown: key,
    onBlur: (event: FocusEvent<HTMLInputElement>) => {
      setTyped(NOTHING);
      onBlur?.(event);
    },
    onChange: (event: ChangeEvent<HTMLInputElement>) => {
      const { value: text, selectionStart } = event.currentTarget;
      write(text, selectionStart ?? text.length);
    },
  }) as ComponentProps<"input">;
  return (
    <span className="relative inline-block max-w-full">
      <input spellCheck={false} {...more} {...input} />
      <ul
        {...list.getMenuProps({ "aria-label": "Names that fit" })}
        className="absolute top-full left-0 z-20 max-h-52 w-max max-w-96 overflow-auto rounded-md border border-edge bg-sheet py-1 text-sm empty:hidden"
      >
        {offered.map((one, index) => (
          <li
            key={one}
            {...list.getItemProps({
              item: one,
              index,
              onMouseDown: (event) => event.preventDefault(),
            })}
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

/** The key does in the field what it does in every field. */
function leaveToField(event: KeyboardEvent) {
  (event.nativeEvent as unknown as { preventDownshiftDefault: boolean }).preventDownshiftDefault =
    true;
}
