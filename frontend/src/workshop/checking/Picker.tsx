import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type PackSummary, type Question } from "../../api/client";
import { Button } from "../../ui/Button";
import { selectLook } from "../../ui/Field";
import { Light } from "../../ui/Light";
import { optionWords, shortName } from "../words";

interface Props {
  packs: PackSummary[];
  pack: PackSummary;
  number: number;
  question: Question | null;
  pick: (pack: number, number: number) => void;
}

/** Picks the question whose answers are tried: the one before, the next, or one that is looked for. */
export function Picker({ packs, pack, number, question, pick }: Props) {
  const [words, setWords] = useState("");
  const found = useQuery({
    queryKey: ["questions", pack.id, pack.revision, "pick", words],
    queryFn: () => api.questions(pack.id, { words }, 0, 6),
    enabled: words.trim() !== "",
  });
  return (
    <section aria-label="The question">
      <div className="flex flex-wrap items-center gap-2">
        {packs.length > 1 && (
          <select
            aria-label="Pack"
            className={selectLook}
            value={pack.id}
            onChange={(event) => pick(Number(event.target.value), 0)}
          >
            {packs.map((one) => (
              <option key={one.id} value={one.id}>
                {shortName(one)}
              </option>
            ))}
          </select>
        )}
        <Button small disabled={number <= 0} onClick={() => pick(pack.id, number - 1)}>
          Previous
        </Button>
        <span className="text-sm text-soft">
          {number + 1} of {pack.questions.toLocaleString("en")}
        </span>
        <Button
          small
          disabled={number + 1 >= pack.questions}
          onClick={() => pick(pack.id, number + 1)}
        >
          Next
        </Button>
        <input
          type="search"
          aria-label="Find a question"
          placeholder="Find a question"
          className={`${selectLook} ml-auto w-56`}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      </div>
      {words.trim() !== "" && found.data && (
        <ul className="mt-1 rounded-md border border-edge bg-sheet">
          {found.data.questions.length === 0 && (
            <li className="px-3 py-1 text-soft">No question says this.</li>
          )}
          {found.data.questions.map((one) => (
            <li key={one.number}>
              <button
                type="button"
                className="block w-full truncate px-3 py-1 text-left hover:bg-moss"
                onClick={() => {
                  pick(pack.id, one.number);
                  setWords("");
                }}
              >
                {one.prompt}
              </button>
            </li>
          ))}
        </ul>
      )}
      {question && <Asked question={question} />}
    </section>
  );
}

function Asked({ question }: { question: Question }) {
  return (
    <div className="mt-3">
      <h2 className="text-xl break-words">
        <Light text={question.prompt} />
      </h2>
      <p className="text-soft break-words">
        {question.options.length > 0
          ? question.options
              .map(
                (option, place) =>
                  `${"ABCDEFGH"[place]} ${optionWords(option)}${question.rights.includes(place) ? " (right)" : ""}`,
              )
              .join("  ·  ")
          : `Right: ${question.answers.join("  ·  ")}`}
      </p>
    </div>
  );
}
