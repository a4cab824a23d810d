import type { QuestionRecord } from "../../../api/client";
import { Button } from "../../../ui/Button";
import { inputLook } from "../../../ui/Field";
import { usePictureOption } from "../MediaFields";
import { type FieldsProps, LETTERS, list, OWN, text } from "./record";

const MOST = 8;

/** The options of a question, the right one marked; each can be pinned to its place or be a picture. */
export function ChoiceFields({ record, put, keep }: FieldsProps) {
  const options = list(record["option"]);
  const key = Math.max(0, LETTERS.indexOf(text(record["key"])));
  const pinned = new Set(text(record["pinned"]).match(/[A-H]/g) ?? []);
  const set = (next: string[], fields: QuestionRecord = {}, now = false) =>
    put({ ...fields, option: next }, now);
  const remove = (place: number) => {
    const rest = options.filter((_, other) => other !== place);
    const right = key > place ? key - 1 : Math.min(key, rest.length - 1);
    set(rest, { key: LETTERS[right] ?? "A", pinned: "" }, true);
  };
  const pin = (letter: string) => {
    const next = new Set(pinned);
    if (!next.delete(letter)) next.add(letter);
    put({ pinned: [...next].sort().join(", ") }, true);
  };
  return (
    <fieldset className="flex flex-col gap-1.5">
      <legend className="font-bold">Options, the right one marked</legend>
      {options.map((option, place) => {
        const letter = LETTERS[place] ?? "";
        return (
          <OptionField
            key={place}
            letter={letter}
            option={option}
            right={place === key}
            pinned={pinned.has(letter)}
            type={(next, now) => set(options.with(place, next), {}, now)}
            mark={() => put({ key: letter }, true)}
            pin={() => pin(letter)}
            remove={options.length > 2 ? () => remove(place) : undefined}
            keep={keep}
          />
        );
      })}
      {options.length < MOST && (
        <Button small className="self-start" onClick={() => set([...options, ""])}>
          Add an option
        </Button>
      )}
    </fieldset>
  );
}

interface OptionProps {
  letter: string;
  option: string;
  right: boolean;
  pinned: boolean;
  type: (next: string, now?: boolean) => void;
  mark: () => void;
  pin: () => void;
  remove: (() => void) | undefined;
  keep: () => void;
}

function OptionField({
  letter,
  option,
  right,
  pinned,
  type,
  mark,
  pin,
  remove,
  keep,
}: OptionProps) {
  const withPicture = usePictureOption();
  return (
    <div className="flex items-center gap-2">
      <input
        type="radio"
        name="right"
        className="accent-pine"
        aria-label={`${letter} is right`}
        checked={right}
        onChange={mark}
      />
      <span className="w-4 shrink-0 font-head font-semibold text-pine italic">{letter}</span>
      <input
        {...OWN}
        aria-label={`Option ${letter}`}
        className={inputLook}
        value={option}
        onChange={(event) => type(event.target.value)}
        onBlur={keep}
      />
      <label
        className="flex items-center gap-1 text-sm"
        title="Stays in its place when options are shuffled"
      >
        <input type="checkbox" className="accent-pine" checked={pinned} onChange={pin} />
        pin<span className="sr-only"> option {letter}</span>
      </label>
      <label className="cursor-pointer text-sm text-pine underline focus-within:outline-2 focus-within:outline-lake">
        picture<span className="sr-only"> for option {letter}</span>
        <input
          type="file"
          accept="image/*"
          className="sr-only"
          onChange={(event) => {
            const [file] = event.target.files ?? [];
            if (file) withPicture(file, (shown) => type(shown, true));
          }}
        />
      </label>
      {remove && (
        <button
          type="button"
          className="px-1 text-soft hover:text-ember"
          aria-label={`Remove option ${letter}`}
          onClick={remove}
        >
          ×
        </button>
      )}
    </div>
  );
}
