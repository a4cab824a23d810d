import { Field, inputLook } from "../../../ui/Field";
import { type FieldsProps, type KindForm, Line, list, text } from "./record";

const GAP = "___";

/** What fills the gaps, as it is written: parted by semicolons, each with further ones parted by bars. */
function fillsOf(answer: string): string[] {
  return answer ? answer.split(/(?<!\\);/).map((one) => one.replaceAll("\\;", ";").trim()) : [];
}

function asAnswer(fills: string[]): string {
  return fills.map((one) => one.replaceAll(";", "\\;")).join("; ");
}

/** The words of the prompt, each to be made a gap; what each gap accepts; and words that fit nowhere. */
function Fields({ record, put, keep }: FieldsProps) {
  const prompt = text(record["prompt"]);
  const parts = prompt.split(/(___|\s+)/).filter(Boolean);
  const count = parts.filter((part) => part === GAP).length;
  const have = fillsOf(text(record["answer"]));
  const fills = Array.from({ length: Math.max(count, have.length) }, (_, n) => have[n] ?? "");
  const gapAt = (place: number) => parts.slice(0, place).filter((part) => part === GAP).length;
  const change = (place: number, part: string, next: string[]) =>
    put({ prompt: parts.with(place, part).join(""), answer: asAnswer(next) }, true);
  const turn = (place: number) => {
    const gap = gapAt(place);
    if (parts[place] === GAP) {
      const back = fills[gap]?.split("|")[0]?.trim() || "…";
      change(place, back, fills.toSpliced(gap, 1));
      return;
    }
    const [, word = "", mark = ""] = /^(.*?)([.,;:!?]*)$/s.exec(parts[place] ?? "") ?? [];
    if (word) change(place, GAP + mark, fills.toSpliced(gap, 0, word));
  };
  const wrong = list(record["wrong"]).join("\n");
  return (
    <fieldset className="flex flex-col gap-2">
      <legend className="font-bold">Gaps: press a word to make it one, or a gap to fill it</legend>
      <p className="leading-8">
        {parts.map((part, place) =>
          part.trim() ? (
            <button
              key={place}
              type="button"
              data-word={place}
              aria-pressed={part === GAP}
              className={
                part === GAP
                  ? "mx-0.5 border-b-2 border-pine px-1.5 font-mono text-sm text-pine"
                  : "hover:bg-moss"
              }
              onClick={() => turn(place)}
            >
              {part === GAP ? `gap ${gapAt(place) + 1}` : part}
            </button>
          ) : (
            part
          ),
        )}
      </p>
      {fills.map((fill, n) => (
        <Line
          key={n}
          own
          label={`Gap ${n + 1} accepts`}
          {...(n === 0
            ? { hint: "Others that are right as well behind a bar: bowline | king knot" }
            : {})}
          value={fill}
          type={(value) => put({ answer: asAnswer(fills.with(n, value)) })}
          keep={keep}
        />
      ))}
      <Field
        label="Words that fit nowhere, one a line"
        hint="With any, players pick from a bank of words; without, they type."
      >
        {(id, described) => (
          <textarea
            id={id}
            aria-describedby={described}
            rows={Math.min(6, wrong.split("\n").length + 1)}
            className={inputLook}
            value={wrong}
            onChange={({ target }) => put({ wrong: target.value.split("\n") })}
            onBlur={keep}
          />
        )}
      </Field>
    </fieldset>
  );
}

export const gaps: KindForm = {
  fresh: { prompt: "Tie a ___ before you climb.", answer: "knot" },
  from: ({ answer, record }) => ({
    prompt: `${text(record["prompt"])} ${GAP}`,
    answer: asAnswer([answer]),
  }),
  Fields,
};
