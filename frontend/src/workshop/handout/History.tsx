import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import {
  api,
  type Game,
  type Handout,
  historyFile,
  type PlayRow,
  type PlaysSought,
} from "../../api/client";
import { Button } from "../../ui/Button";
import { selectLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { counted } from "../words";
import { day } from "./days";
import { usePlayRemoval, usePlays, useWhatIf } from "./useHistory";
import { WhatIf } from "./WhatIf";

type Sort = NonNullable<PlaysSought["sort"]>;
const COLUMNS: [sort: Sort, said: string][] = [
  ["started", "begun"],
  ["player", "player"],
  ["result", "result"],
  ["award", "award"],
  ["score", "score"],
  ["right", "right"],
  ["seconds", "time"],
];
const PAGE = 100;

interface Props {
  game: Game;
  handout: Handout;
  version: number | undefined;
}

/** The plays of a hand-out: found, sorted, taken to the bench, held together, removed. */
export function History({ game, handout, version }: Props) {
  const [sort, setSort] = useState<Sort>("started");
  const [desc, setDesc] = useState(true);
  const [words, setWords] = useState("");
  const [result, setResult] = useState("");
  const [award, setAward] = useState("");
  const [offset, setOffset] = useState(0);
  const [chosen, setChosen] = useState<string[]>([]);
  const sought: PlaysSought = { sort, desc, words, offset, limit: PAGE };
  if (version !== undefined) sought.version = version;
  if (result) sought.result = result;
  if (award) sought.award = award;
  const { data } = usePlays(handout.id, sought);
  const whatIf = useWhatIf(handout.id);
  const filter = (set: (value: string) => void) => (value: string) => {
    set(value);
    setOffset(0);
  };
  const by = (column: Sort) => {
    setDesc(column === sort ? !desc : column !== "player");
    setSort(column);
    setOffset(0);
  };
  return (
    <div className="flex flex-col gap-3" data-plays={data?.total}>
      <WhatIf whatIf={whatIf} version={version} />
      <div className="flex flex-wrap items-center gap-3 border-t border-line pt-3">
        <input
          type="search"
          aria-label="Find players"
          placeholder="Find a player"
          className={selectLook}
          value={words}
          onChange={({ target }) => filter(setWords)(target.value)}
        />
        <Pick
          label="Result"
          all="all results"
          values={data?.results ?? []}
          value={result}
          set={filter(setResult)}
        />
        <Pick
          label="Award"
          all="all awards"
          values={data?.awards ?? []}
          value={award}
          set={filter(setAward)}
        />
        <span className="text-soft">{data && counted(data.total, "play")}</span>
        {data && data.total > 0 && (
          <a
            className="text-sm text-pine underline"
            href={historyFile(handout.id, `file/plays.jsonl?${asQuery(sought)}`)}
            download
          >
            Save these
          </a>
        )}
        <WithChosen game={game} handout={handout} chosen={chosen} clear={() => setChosen([])} />
      </div>
      {data?.total === 0 && (
        <p className="text-soft">
          {words || result || award ? "No play fits this." : "No play is here yet."}
        </p>
      )}
      {data && data.total > 0 && (
        <PlaysTable
          plays={data.plays}
          many={handout.versions.length > 1}
          sort={sort}
          desc={desc}
          by={by}
          chosen={chosen}
          choose={setChosen}
        />
      )}
      {data && data.total > PAGE && <Pages offset={offset} total={data.total} turn={setOffset} />}
    </div>
  );
}

interface TableProps {
  plays: PlayRow[];
  /** Whether the hand-out has more than one version. */
  many: boolean;
  sort: Sort;
  desc: boolean;
  by: (column: Sort) => void;
  chosen: string[];
  choose: (ids: string[]) => void;
}

/** The plays that were found, to be sorted and chosen. */
function PlaysTable({ plays, many, sort, desc, by, chosen, choose }: TableProps) {
  return (
    <table className="w-full text-start">
      <thead>
        <tr>
          <td className="w-8" />
          {COLUMNS.map(([column, said]) => (
            <th
              key={column}
              scope="col"
              className="text-start font-normal"
              aria-sort={column === sort ? (desc ? "descending" : "ascending") : "none"}
            >
              <button type="button" className="text-soft hover:text-ink" onClick={() => by(column)}>
                {said}
                <span aria-hidden="true">{column === sort ? (desc ? " ↓" : " ↑") : ""}</span>
              </button>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {plays.map((play) => (
          <PlayLine
            key={play.id}
            play={play}
            many={many}
            chosen={chosen.includes(play.id)}
            choose={(now) =>
              choose(now ? [...chosen, play.id] : chosen.filter((one) => one !== play.id))
            }
          />
        ))}
      </tbody>
    </table>
  );
}

interface PagesProps {
  offset: number;
  total: number;
  turn: (offset: number) => void;
}

/** The stretch of all plays that is shown, and the ones beside it. */
function Pages({ offset, total, turn }: PagesProps) {
  return (
    <p className="flex items-center gap-3">
      <Button small disabled={offset === 0} onClick={() => turn(offset - PAGE)}>
        Earlier
      </Button>
      <span className="tabular-nums">
        {offset + 1}–{Math.min(offset + PAGE, total)} of {total}
      </span>
      <Button small disabled={offset + PAGE >= total} onClick={() => turn(offset + PAGE)}>
        Later
      </Button>
    </p>
  );
}

/** What is looked for, as a file of it is asked for. */
function asQuery({ words, result, award, version }: PlaysSought): string {
  const query = new URLSearchParams();
  for (const [name, value] of Object.entries({ words, result, award, version }))
    if (value !== undefined && value !== null && value !== "") query.set(name, String(value));
  return query.toString();
}

interface PickProps {
  label: string;
  all: string;
  values: string[];
  value: string;
  set: (value: string) => void;
}

function Pick({ label, all, values, value, set }: PickProps) {
  return (
    <select
      aria-label={label}
      className={selectLook}
      value={value}
      onChange={({ target }) => set(target.value)}
    >
      <option value="">{all}</option>
      {values.map((one) => (
        <option key={one}>{one}</option>
      ))}
    </select>
  );
}

interface PlayLineProps {
  play: PlayRow;
  many: boolean;
  chosen: boolean;
  choose: (now: boolean) => void;
}

function PlayLine({ play, many, chosen, choose }: PlayLineProps) {
  const name = play.player || "without a name";
  const choices = choicesOf(play);
  return (
    <tr className="border-t border-line" data-play={play.id}>
      <td>
        <input
          type="checkbox"
          className="accent-pine"
          aria-label={`The play of ${name}, ${day(play.started)}`}
          checked={chosen}
          onChange={({ target }) => choose(target.checked)}
        />
      </td>
      <td className="py-0.5 pe-3 whitespace-nowrap">
        {day(play.started)}
        {many && <span className="text-soft"> v{play.version}</span>}
      </td>
      <th scope="row" className="max-w-56 truncate pe-3 text-start font-bold" title={name}>
        {name}
        {choices && <span className="block text-sm font-normal text-soft">{choices}</span>}
        {[...play.seats]
          .sort((one, other) => one.rank - other.rank)
          .map((seat, n) => (
            <span key={n} data-seat={seat.rank} className="block truncate text-sm font-normal">
              {seat.rank}. {seat.player || "without a name"}{" "}
              <span className="text-soft tabular-nums">
                {seat.score ?? ""} · {seat.right} of {seat.asked} right
                {seat.award && ` · ${seat.award}`}
              </span>
            </span>
          ))}
      </th>
      <td className="pe-3">{play.result || (play.over ? "stopped" : "not ended")}</td>
      <td className="pe-3">{play.award}</td>
      <td className="pe-3 tabular-nums">{play.score ?? ""}</td>
      <td className="pe-3 tabular-nums">
        {play.right} of {play.asked}
      </td>
      <td className="tabular-nums">{Math.round(play.seconds)} s</td>
    </tr>
  );
}

/** What a player chose before the play, in words. */
function choicesOf({ count, topic, level }: PlayRow): string {
  return [
    typeof count === "number" && counted(count, "question"),
    topic,
    typeof level === "number" && `level ${level}`,
  ]
    .filter(Boolean)
    .join(" · ");
}

interface WithChosenProps {
  game: Game;
  handout: Handout;
  chosen: string[];
  clear: () => void;
}

/** What can be done with the plays that are chosen. */
function WithChosen({ game, handout, chosen, clear }: WithChosenProps) {
  const navigate = useNavigate();
  const { remove, forget } = usePlayRemoval(handout.id);
  const [first, second] = chosen;
  const toBench = useMutation({
    mutationFn: (play: string) => api.takeUpPlay(handout.id, play),
    onSuccess: ({ play }) => navigate(`/games/${game.id}/playtest`, { state: { play } }),
  });
  const compare = useMutation({
    mutationFn: () => api.comparePlays(handout.id, first ?? "", second ?? ""),
  });
  const problem = toBench.error ?? compare.error ?? remove.error ?? forget.error;
  if (chosen.length === 0)
    return <span className="text-sm text-soft">Choose plays to do something with them.</span>;
  return (
    <>
      <Button small disabled={chosen.length !== 1} onClick={() => toBench.mutate(first ?? "")}>
        To the bench
      </Button>
      <Button small disabled={chosen.length !== 2} onClick={() => compare.mutate()}>
        Compare
      </Button>
      <Button small onClick={() => forget.mutate(chosen)}>
        Remove names
      </Button>
      <Button small onClick={() => remove.mutate(chosen, { onSuccess: clear })}>
        Remove
      </Button>
      {problem && <Notice tone="bad">{problem.message}</Notice>}
      {compare.data && (
        <ul className="w-full ps-4" data-compared={compare.data.differences.length}>
          {compare.data.differences.length === 0 && <li>They are the same.</li>}
          {compare.data.differences.map(({ n, name, said }) => (
            <li key={`${n} ${name}`}>{said}</li>
          ))}
        </ul>
      )}
    </>
  );
}
