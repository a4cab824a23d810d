import { type ReactNode, useState } from "react";
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

interface RowsProps {
  id: string;
  title: string;
  heads: string[];
  /** What each row says under these heads, its name first; `data` marks it. */
  rows: {
    key: string;
    data: Record<string, string | number>;
    name: ReactNode;
    cells: ReactNode[];
  }[];
}

/** What became of each of some things, as a table. */
function Rows({ id, title, heads, rows }: RowsProps) {
  return (
    <section aria-labelledby={id}>
      <h2 id={id} className="mb-1 text-xl">
        {title}
      </h2>
      <table className="w-full max-w-2xl">
        <thead className="text-sm text-soft">
          <tr>
            {heads.map((head) => (
              <th key={head} scope="col" className="pe-3 text-start font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ key, data, name, cells }) => (
            <tr key={key} {...data} className="border-t border-line tabular-nums">
              <th scope="row" className="pe-3 text-start font-normal">
                {name}
              </th>
              {cells.map((cell, n) => (
                <td key={n}>{cell}</td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** What became of each round. */
function ByRound({ rounds }: { rounds: Statistics["rounds"] }) {
  return (
    <Rows
      id="by-round"
      title="Round by round"
      heads={["round", "plays", "asked", "right at first", "right in the end"]}
      rows={rounds.map((one) => ({
        key: String(one.number),
        data: { "data-by-round": one.number },
        name: (
          <>
            <span className="mr-1.5 font-mono text-sm text-soft">{one.number}</span>
            {one.name}
          </>
        ),
        cells: [
          one.plays,
          one.asked,
          percent(one.first / one.asked),
          percent(one.right / one.asked),
        ],
      }))}
    />
  );
}

/** What became of the questions of each topic. */
function ByTopic({ topics }: { topics: Statistics["topics"] }) {
  return (
    <Rows
      id="by-topic"
      title="Topic by topic"
      heads={["topic", "questions", "asked", "right at first", "right in the end"]}
      rows={topics.map((one) => ({
        key: one.topic,
        data: { "data-topic": one.topic },
        name: one.topic,
        cells: [
          one.questions,
          one.asked,
          percent(one.first / one.asked),
          percent(one.right / one.asked),
        ],
      }))}
    />
  );
}

/** How often each help was used, and whether it helped. */
function ByHelp({ helps }: { helps: Statistics["helps"] }) {
  const share = (some: number, of: number) => (of ? percent(some / of) : "–");
  return (
    <Rows
      id="by-help"
      title="Help by help"
      heads={["help", "used", "questions", "right with it", "right without any"]}
      rows={helps.map((one) => ({
        key: one.name,
        data: { "data-help": one.name },
        name: one.label || one.name,
        cells: [
          one.uses,
          one.asked,
          share(one.right, one.asked),
          share(one.right_without, one.asked_without),
        ],
      }))}
    />
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
