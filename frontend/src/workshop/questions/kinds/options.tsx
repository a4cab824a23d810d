import type { ReactNode } from "react";
import type { QuestionRecord } from "../../../api/client";
import { Button } from "../../../ui/Button";
import { inputLook } from "../../../ui/Field";
import { usePictureOption } from "../MediaFields";
import { CarriedFields, carriedBy } from "./carried";
import { type FieldsProps, type KindForm, LETTERS, list, OWN, text } from "./record";

const MOST = 8;

/** The letters of the right options that a record's key names. */
export function rightOf(record: QuestionRecord): string[] {
  return text(record["key"]).match(/[A-H]/g) ?? [];
}

/** What becomes of a question that gets options. */
export const withOptions: KindForm["from"] = ({ answer, record }) => {
  const have = list(record["option"]);
  return { option: have.length > 1 ? have : [answer, "another"], key: rightOf(record)[0] ?? "A" };
};

interface Props extends FieldsProps {
  legend: string;
  /** How options are marked as right: one, several, all in the order in which they stand, or none. */
  marks: "one" | "several" | "order" | "none";
}

/** The options of a question. Each can be a picture, and pinned to its place unless the order is the answer. */
export function OptionList({ record, put, keep, legend, marks }: Props) {
  const options = list(record["option"]);
  const rights = rightOf(record);
  const pinned: string[] = text(record["pinned"]).match(/[A-H]/g) ?? [];
  const set = (next: string[], fields: QuestionRecord = {}, now = false) =>
    put({ ...fields, option: next }, now);
  /** The options of these places, with the marks they had. */
  const arrange = (places: number[]) => {
    const key = relabelled(rights, places);
    const fallback = marks === "one" && key.length === 0 ? ["A"] : key;
    set(
      places.map((place) => options[place] ?? ""),
      {
        ...carriedBy(record, places),
        ...(marks === "one" || marks === "several"
          ? { key: fallback.join(", "), pinned: relabelled(pinned, places).join(", ") }
          : {}),
      },
      true,
    );
  };
  const places = options.map((_, place) => place);
  const swap = (place: number, other: number) =>
    arrange(places.with(place, other).with(other, place));
  return (
    <fieldset className="flex flex-col gap-1.5">
      <legend className="font-bold">{legend}</legend>
      {options.map((option, place) => {
        const letter = LETTERS[place] ?? "";
        return (
          <OptionField
            key={place}
            letter={letter}
            option={option}
            type={(next, now) => set(options.with(place, next), {}, now)}
            remove={
              options.length > 2
                ? () => arrange(places.filter((other) => other !== place))
                : undefined
            }
            keep={keep}
            carried={
              marks === "order" ? null : (
                <CarriedFields
                  record={record}
                  target={letter}
                  called={`option ${letter}`}
                  put={put}
                  keep={keep}
                />
              )
            }
            mark={
              marks === "none" ? null : marks === "order" ? (
                <Moves
                  letter={letter}
                  up={place > 0 ? () => swap(place, place - 1) : undefined}
                  down={place < options.length - 1 ? () => swap(place, place + 1) : undefined}
                />
              ) : (
                <input
                  type={marks === "one" ? "radio" : "checkbox"}
                  name="right"
                  className="accent-pine"
                  aria-label={`${letter} is right`}
                  checked={rights.includes(letter)}
                  onChange={() =>
                    put({ key: marks === "one" ? letter : toggled(rights, letter) }, true)
                  }
                />
              )
            }
            pin={
              marks === "order" || marks === "none" ? null : (
                <Pin
                  letter={letter}
                  pinned={pinned.includes(letter)}
                  turn={() => put({ pinned: toggled(pinned, letter) }, true)}
                />
              )
            }
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

function toggled(letters: string[], letter: string): string {
  const others = letters.filter((one) => one !== letter);
  return (others.length < letters.length ? others : [...others, letter]).sort().join(", ");
}

/** The letters that marked options have once only the options of these places are left, in this order. */
export function relabelled(letters: string[], places: number[]): string[] {
  return places.flatMap((place, now) =>
    letters.includes(LETTERS[place] ?? "") ? (LETTERS[now] ?? "") : [],
  );
}

interface PinProps {
  letter: string;
  pinned: boolean;
  turn: () => void;
}

function Pin({ letter, pinned, turn }: PinProps) {
  return (
    <label
      className="flex items-center gap-1 text-sm"
      title="Stays in its place when options are shuffled"
    >
      <input type="checkbox" className="accent-pine" checked={pinned} onChange={turn} />
      pin<span className="sr-only"> option {letter}</span>
    </label>
  );
}

interface MovesProps {
  letter: string;
  up: (() => void) | undefined;
  down: (() => void) | undefined;
}

function Moves({ letter, up, down }: MovesProps) {
  return (
    <span className="flex flex-col leading-none">
      {(
        [
          ["▴", "up", up],
          ["▾", "down", down],
        ] as const
      ).map(([shown, where, move]) => (
        <button
          key={where}
          type="button"
          className="text-pine disabled:text-edge"
          aria-label={`Move option ${letter} ${where}`}
          disabled={!move}
          onClick={move}
        >
          {shown}
        </button>
      ))}
    </span>
  );
}

interface OptionProps {
  letter: string;
  option: string;
  type: (next: string, now?: boolean) => void;
  remove: (() => void) | undefined;
  keep: () => void;
  mark: ReactNode;
  pin: ReactNode;
  carried: ReactNode;
}

function OptionField({ letter, option, type, remove, keep, mark, pin, carried }: OptionProps) {
  const withPicture = usePictureOption();
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
      {mark}
      <span className="w-4 shrink-0 font-head font-semibold text-pine italic">{letter}</span>
      <input
        {...OWN}
        aria-label={`Option ${letter}`}
        className={`${inputLook} min-w-24 flex-1`}
        value={option}
        onChange={(event) => type(event.target.value)}
        onBlur={keep}
      />
      {pin}
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
      {carried}
    </div>
  );
}
