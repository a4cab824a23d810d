import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import {
  type Advice,
  api,
  type Game,
  type Handout,
  type QuestionStatistics,
  type Statistics,
} from "../../api/client";
import { Button, buttonLook } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { stateOf, useShow } from "../data";
import { counted } from "../words";
import { useStatistics, useWhatIf } from "./useHistory";
import { WhatIf } from "./WhatIf";

interface Props {
  game: Game;
  handout: Handout;
  version: number | undefined;
}

const percent = (share: number) => `${Math.round(100 * share)} %`;

/** What became of each round. */
function ByRound({ rounds }: { rounds: Statistics["rounds"] }) {
  return (
    <section aria-labelledby="by-round">
      <h2 id="by-round" className="mb-1 text-xl">
        Round by round
      </h2>
      <table className="w-full max-w-2xl">
        <thead className="text-left text-sm text-soft">
          <tr>
            <th className="font-normal">round</th>
            <th className="font-normal">plays</th>
            <th className="font-normal">asked</th>
            <th className="font-normal">right at first</th>
            <th className="font-normal">right in the end</th>
          </tr>
        </thead>
        <tbody>
          {rounds.map((round) => (
            <tr key={round.number} data-by-round={round.number} className="border-t border-line">
              <td>
                <span className="mr-1.5 font-mono text-sm text-soft">{round.number}</span>
                {round.name}
              </td>
              <td>{round.plays}</td>
              <td>{round.asked}</td>
              <td>{percent(round.first / round.asked)}</td>
              <td>{percent(round.right / round.asked)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** How every question did, and what to do about it. */
export function QuestionsPlayed({ game, handout, version }: Props) {
  const { data } = useStatistics(handout.id, version, stateOf(game));
  const whatIf = useWhatIf(handout.id);
  const [open, setOpen] = useState("");
  if (!data) return <p role="status">Counting …</p>;
  if (data.questions.length === 0)
    return <p className="text-soft">No question has been answered yet.</p>;
  const advised = data.questions.filter(({ advice }) => advice.length > 0);
  return (
    <div className="flex flex-col gap-4" data-statistics={data.plays}>
      <p className="text-soft">
        {counted(data.plays, "play")}
        {data.few && ": few, so take the numbers with care"}.{" "}
        {data.reliability != null
          ? `KR-20 ${data.reliability.toFixed(2)} over the ${data.common} questions that every play asked.`
          : "KR-20 can’t be told: it needs two questions that every play asked."}
      </p>
      {advised.length > 0 && (
        <section aria-labelledby="to-do">
          <h2 id="to-do" className="mb-1 text-xl">
            What to look at
          </h2>
          <ul className="flex flex-col gap-1.5">
            {advised.map((question) =>
              question.advice.map((advice) => (
                <ToDo
                  key={`${question.id} ${advice.code} ${advice.text}`}
                  game={game}
                  question={question}
                  advice={advice}
                  accepted={() => whatIf.begin.mutate(version ?? null)}
                />
              )),
            )}
          </ul>
        </section>
      )}
      <WhatIf whatIf={whatIf} version={version} />
      {data.rounds.length > 0 && <ByRound rounds={data.rounds} />}
      <table className="w-full">
        <thead className="text-sm text-soft">
          <tr>
            {[
              "question",
              "asked",
              "right at first",
              "",
              "tells apart",
              "late",
              "skipped",
              "median",
            ].map((head, n) => (
              <th key={n} scope="col" className="pe-3 text-start font-normal">
                {head || <span className="sr-only">drawn</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {data.questions.map((question) => (
            <QuestionLine
              key={question.id}
              question={question}
              open={open === question.id}
              turn={() => setOpen(open === question.id ? "" : question.id)}
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface ToDoProps {
  game: Game;
  question: QuestionStatistics;
  advice: Advice;
  accepted: () => void;
}

/** A piece of advice, with what one press does about it. */
function ToDo({ game, question, advice, accepted }: ToDoProps) {
  const { pack } = useShow();
  const accept = useMutation({
    mutationFn: async () => {
      const now = await api.pack(question.pack_id ?? 0);
      return api.accept(now.id, question.number ?? 0, advice.text, now.revision);
    },
    onSuccess: async (changed) => {
      await pack(changed);
      accepted();
    },
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

interface LineProps {
  question: QuestionStatistics;
  open: boolean;
  turn: () => void;
}

function QuestionLine({ question, open, turn }: LineProps) {
  const { difficulty, low, high, discrimination: r } = question;
  return (
    <>
      <tr className="border-t border-line align-top" data-question={question.id}>
        <th scope="row" className="max-w-md pe-3 text-start font-normal">
          <button
            type="button"
            aria-expanded={open}
            className="text-start hover:text-pine"
            onClick={turn}
          >
            {question.prompt}
          </button>
        </th>
        <td className="pe-3 tabular-nums">{question.asked}</td>
        <td className="pe-3 whitespace-nowrap tabular-nums">
          {percent(difficulty)}{" "}
          <span className="text-sm text-soft">
            {percent(low)}–{percent(high)}
          </span>
        </td>
        <td className="w-28 pe-3">
          <svg viewBox="0 0 100 10" className="mt-2 h-2.5 w-full" aria-hidden="true">
            <rect y="4" width="100" height="2" className="fill-line" />
            <rect x={100 * low} y="3" width={100 * (high - low)} height="4" className="fill-moss" />
            <rect x={100 * difficulty - 1} width="2" height="10" className="fill-pine" />
          </svg>
        </td>
        <td className={`pe-3 tabular-nums ${r != null && r < 0 ? "text-ember" : ""}`}>
          {r == null ? "–" : r.toFixed(2)}
        </td>
        <td className="pe-3 tabular-nums">{question.late || ""}</td>
        <td className="pe-3 tabular-nums">{question.skipped || ""}</td>
        <td className="tabular-nums">
          {question.seconds != null && `${question.seconds.toFixed(1)} s`}
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={8} className="pb-2 ps-4">
            <Given question={question} />
          </td>
        </tr>
      )}
    </>
  );
}

/** What was picked, or typed in vain. */
function Given({ question }: { question: QuestionStatistics }) {
  const most = Math.max(1, ...question.options.map(({ times }) => times));
  if (question.options.length === 0)
    return (
      <p>
        {question.refused.length === 0
          ? "Nothing was refused."
          : `Refused: ${question.refused.map(({ text, times }) => `‘${text}’ ${times} ×`).join(", ")}`}
      </p>
    );
  return (
    <ul className="max-w-xl">
      {question.options.map(({ text, right, times }) => (
        <li key={text} className="grid grid-cols-[minmax(0,1fr)_8rem_3rem] items-center gap-3">
          <span className={right ? "font-bold text-pine" : ""}>{text}</span>
          <svg
            viewBox="0 0 100 8"
            className="h-2 w-full"
            preserveAspectRatio="none"
            aria-hidden="true"
          >
            <rect
              width={(100 * times) / most}
              height="8"
              className={right ? "fill-pine" : "fill-edge"}
            />
          </svg>
          <span className="tabular-nums">{times} ×</span>
        </li>
      ))}
    </ul>
  );
}
