import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { type Advice, api, type Game, type Pack, type QuestionStatistics } from "../../api/client";
import { Button, buttonLook } from "../../ui/Button";
import { inputLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { useShow } from "../data";

/** Pieces of advice that are shown at first. */
const SHOWN = 3;

interface Props {
  game: Game;
  questions: QuestionStatistics[];
  /** A question was changed: plays may come to something else now. */
  changed: () => void;
}

/** What to do about questions: the three pieces of advice that would help most, the rest on demand. */
export function ToDos({ game, questions, changed }: Props) {
  const [all, setAll] = useState(false);
  const advised = questions
    .flatMap((question) => question.advice.map((advice) => ({ question, advice })))
    .sort((one, other) => other.advice.concerns - one.advice.concerns);
  if (advised.length === 0) return null;
  return (
    <section aria-labelledby="to-do">
      <h2 id="to-do" className="mb-1 text-xl">
        What to look at
      </h2>
      <ul className="flex flex-col gap-1.5">
        {advised.slice(0, all ? undefined : SHOWN).map(({ question, advice }) => (
          <ToDo
            key={`${question.id} ${advice.code} ${advice.text}`}
            game={game}
            question={question}
            advice={advice}
            changed={changed}
          />
        ))}
      </ul>
      {advised.length > SHOWN && (
        <Button small weight="quiet" className="mt-1" onClick={() => setAll(!all)}>
          {all ? "Show fewer" : `Show ${advised.length - SHOWN} more`}
        </Button>
      )}
    </section>
  );
}

interface ToDoProps {
  game: Game;
  question: QuestionStatistics;
  advice: Advice;
  changed: () => void;
}

/** A piece of advice, with what one press does about it. */
function ToDo({ game, question, advice, changed }: ToDoProps) {
  const { pack } = useShow();
  const kept = {
    onSuccess: async (now: Pack) => {
      await pack(now);
      changed();
    },
  };
  const accept = useMutation({
    mutationFn: async () => {
      const now = await api.pack(question.pack_id ?? 0);
      return api.accept(now.id, question.number ?? 0, advice.text, now.revision);
    },
    ...kept,
  });
  const place = question.pack_id != null && question.number != null;
  return (
    <li className="border-s-[3px] border-ochre ps-2" data-advice={advice.code}>
      <span className="text-soft">{question.prompt}</span> {advice.said}{" "}
      {place && advice.mend === "accept" && (
        <Button
          small
          disabled={accept.isPending || accept.isSuccess}
          aria-label={`Accept ${advice.text}`}
          onClick={() => accept.mutate()}
        >
          {accept.isSuccess ? "Accepted" : "Accept"}
        </Button>
      )}
      {place && advice.mend === "answer" && (
        <AnswerIt question={question} text={advice.text} kept={kept.onSuccess} />
      )}
      {place && advice.mend === "question" && (
        <Link
          className={buttonLook("plain", true)}
          aria-label={`Open it: ${question.prompt}`}
          to={`/games/${game.id}/questions/${question.pack_id}?find=${encodeURIComponent(question.prompt)}`}
        >
          Open it
        </Link>
      )}
      {advice.mend === "clock" && (
        <Link className={buttonLook("plain", true)} to={`/games/${game.id}/rules`}>
          Clocks
        </Link>
      )}
      {accept.error && <Notice tone="bad">{accept.error.message}</Notice>}
    </li>
  );
}

interface AnswerItProps {
  question: QuestionStatistics;
  text: string;
  kept: (now: Pack) => Promise<void>;
}

/** Something to say to a wrong answer that many gave, written in place. */
function AnswerIt({ question, text, kept }: AnswerItProps) {
  const [draft, setDraft] = useState<string>();
  const say = useMutation({
    mutationFn: async (says: string) => {
      const now = await api.pack(question.pack_id ?? 0);
      return api.says(now.id, question.number ?? 0, text, says, now.revision);
    },
    onSuccess: async (now) => {
      setDraft(undefined);
      await kept(now);
    },
  });
  if (draft === undefined) {
    return (
      <Button
        small
        disabled={say.isSuccess}
        aria-label={`Answer it: ${text}`}
        onClick={() => setDraft("")}
      >
        {say.isSuccess ? "Answered" : "Answer it"}
      </Button>
    );
  }
  return (
    <form
      className="mt-1 flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (draft.trim()) say.mutate(draft.trim());
      }}
    >
      <input
        autoFocus
        aria-label={`What is said to ${text}`}
        placeholder={`Said to ‘${text}’`}
        className={`${inputLook} max-w-md flex-1`}
        value={draft}
        onChange={(event) => setDraft(event.target.value)}
        onKeyDown={(event) => event.key === "Escape" && setDraft(undefined)}
      />
      <Button small type="submit" weight="main" disabled={!draft.trim() || say.isPending}>
        Save
      </Button>
      <Button small weight="quiet" onClick={() => setDraft(undefined)}>
        Cancel
      </Button>
      {say.error && <Notice tone="bad">{say.error.message}</Notice>}
    </form>
  );
}
