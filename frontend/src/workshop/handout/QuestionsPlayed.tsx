import { useState } from "react";
import type { Game, Handout, QuestionStatistics, Statistics } from "../../api/client";
import { stateOf } from "../data";
import { counted } from "../words";
import { ToDos } from "./ToDos";
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

/** What became of the questions of each topic. */
function ByTopic({ topics }: { topics: Statistics["topics"] }) {
  return (
    <section aria-labelledby="by-topic">
      <h2 id="by-topic" className="mb-1 text-xl">
        Topic by topic
      </h2>
      <table className="w-full">
        <thead className="text-sm text-soft">
          <tr>
            {["topic", "questions", "asked", "right at first", "right in the end"].map((head) => (
              <th key={head} scope="col" className="pe-3 text-start font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {topics.map((one) => (
            <tr
              key={one.topic}
              className="border-t border-line tabular-nums"
              data-topic={one.topic}
            >
              <th scope="row" className="pe-3 text-start font-normal">
                {one.topic}
              </th>
              <td>{one.questions}</td>
              <td>{one.asked}</td>
              <td>{percent(one.first / one.asked)}</td>
              <td>{percent(one.right / one.asked)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** How often each help was used, and whether it helped. */
function ByHelp({ helps }: { helps: Statistics["helps"] }) {
  const share = (some: number, of: number) => (of ? percent(some / of) : "–");
  return (
    <section aria-labelledby="by-help">
      <h2 id="by-help" className="mb-1 text-xl">
        Help by help
      </h2>
      <table className="w-full max-w-2xl">
        <thead className="text-sm text-soft">
          <tr>
            {["help", "used", "questions", "right with it", "right without any"].map((head) => (
              <th key={head} scope="col" className="pe-3 text-start font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {helps.map((one) => (
            <tr key={one.name} className="border-t border-line tabular-nums" data-help={one.name}>
              <th scope="row" className="pe-3 text-start font-normal">
                {one.label || one.name}
              </th>
              <td>{one.uses}</td>
              <td>{one.asked}</td>
              <td>{share(one.right, one.asked)}</td>
              <td>{share(one.right_without, one.asked_without)}</td>
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
  return (
    <div className="flex flex-col gap-4" data-statistics={data.plays}>
      <p className="text-soft">
        {counted(data.plays, "play")}
        {data.few && ": few, so take the numbers with care"}.{" "}
        {data.reliability != null
          ? `KR-20 ${data.reliability.toFixed(2)} over the ${data.common} questions that every play asked.`
          : "KR-20 can’t be told: it needs two questions that every play asked."}
      </p>
      <ToDos
        game={game}
        questions={data.questions}
        changed={() => whatIf.begin.mutate(version ?? null)}
      />
      <WhatIf whatIf={whatIf} version={version} />
      {data.rounds.length > 0 && <ByRound rounds={data.rounds} />}
      {data.topics.length > 1 && <ByTopic topics={data.topics} />}
      {data.helps.length > 0 && <ByHelp helps={data.helps} />}
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
          {question.opinions < question.asked ? (
            <>
              {percent(difficulty)}{" "}
              <span className="text-sm text-soft">
                {percent(low)}–{percent(high)}
              </span>
            </>
          ) : (
            <span className="text-sm text-soft">opinions</span>
          )}
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
