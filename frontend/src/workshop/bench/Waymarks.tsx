import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import clsx from "clsx";
import { type FormEvent, useState } from "react";
import { api, type BenchSeen, type Edit, type Game } from "../../api/client";
import { Button } from "../../ui/Button";
import { counted } from "../words";
import { insert, remove, set } from "../rules/rows";
import type { useAttempt } from "./useAttempt";

interface Props {
  game: Game;
  found: BenchSeen;
  bench: ReturnType<typeof useAttempt>;
  change: (edits: Edit[]) => void;
}

/** The waymarks of the game, walked after every change; the present play can be kept as one. */
export function Waymarks({ game, found, bench, change }: Props) {
  const [name, setName] = useState("");
  const walked = useQuery({
    queryKey: ["waymarks", game.id, game.revision],
    queryFn: () => api.waymarks(game.id),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const first = useMutation({ mutationFn: () => api.firstSet(game.id) });
  const count = walked.data?.waymarks.length ?? 0;
  const known = new Set(walked.data?.waymarks.map((mark) => mark.name));
  const fresh = first.data?.filter((mark) => !known.has(mark.name)) ?? [];
  const keep = (event: FormEvent) => {
    event.preventDefault();
    const wanted = name.trim();
    if (!wanted || found.moves.length === 0) return;
    const value = { name: wanted, moves: found.moves, expect: found.expected, dice: game.dice };
    change([insert(["waymarks", count], value)]);
    setName("");
  };
  return (
    <section aria-labelledby="waymarks" className="flex flex-col gap-1.5">
      <div className="flex items-baseline gap-3">
        <h2 id="waymarks" className="text-lg">
          Waymarks
        </h2>
        {walked.data && (
          <p
            role="status"
            data-waymarks={`${walked.data.passed} ${walked.data.failed}`}
            className={clsx("text-sm", walked.data.failed ? "font-bold text-ember" : "text-soft")}
          >
            {walked.data.passed} pass{walked.data.failed > 0 && `, ${walked.data.failed} fail`}
          </p>
        )}
      </div>
      <form onSubmit={keep} className="flex gap-1.5">
        <input
          aria-label="Name of the waymark"
          placeholder="keep this play as …"
          value={name}
          onChange={(event) => setName(event.target.value)}
          className="min-w-0 flex-1 rounded-sm border border-edge bg-sheet px-2 py-0.5 placeholder:text-soft"
        />
        <Button small type="submit" disabled={name.trim() === "" || found.moves.length === 0}>
          Keep
        </Button>
      </form>
      <ul>
        {walked.data?.waymarks.map((mark) => (
          <li
            key={mark.number}
            data-waymark={mark.name}
            data-passed={mark.passed}
            className="border-t border-line py-1 text-sm"
          >
            <span className="flex items-baseline gap-2">
              <span className={clsx("flex-1 break-words", !mark.passed && "font-bold text-ember")}>
                {mark.name}
              </span>
              <span className={mark.passed ? "text-pine" : "text-ember"}>
                {mark.passed ? "passes" : "fails"}
              </span>
            </span>
            {mark.since && <span className="block text-soft">{mark.since}</span>}
            {mark.says.map((said) => (
              <span key={said} className="block border-l-[3px] border-ember pl-2">
                {said}
              </span>
            ))}
            <span className="flex flex-wrap gap-x-3">
              <Button small weight="quiet" onClick={() => bench.take(mark.moves)}>
                Play it<span className="sr-only">: {mark.name}</span>
              </Button>
              {!mark.passed && (
                <Button
                  small
                  weight="quiet"
                  onClick={() => change([set(["waymarks", mark.number, "expect"], mark.got)])}
                >
                  That is what I want now
                </Button>
              )}
              <Button
                small
                weight="quiet"
                onClick={() => change([remove(["waymarks", mark.number])])}
              >
                Take away<span className="sr-only"> {mark.name}</span>
              </Button>
            </span>
          </li>
        ))}
      </ul>
      <Button
        small
        className="self-start"
        disabled={first.isPending}
        onClick={() => first.mutate()}
      >
        Propose a first set
      </Button>
      {first.data && (
        <Button
          small
          className="self-start"
          disabled={fresh.length === 0}
          onClick={() => change(fresh.map((mark, n) => insert(["waymarks", count + n], mark)))}
        >
          Keep them all
        </Button>
      )}
      {first.data && (
        <ul data-proposed={first.data.length}>
          {first.data.map((mark) => {
            const there = known.has(mark.name);
            return (
              <li
                key={mark.name}
                data-proposal={mark.name}
                className="border-t border-line py-1 text-sm"
              >
                <b>{mark.name}</b>{" "}
                <span className="text-soft">
                  {counted(mark.moves.length, "move")},{" "}
                  {Object.entries(mark.expect)
                    .filter(([, value]) => value !== "none")
                    .map(([key, value]) => `${key} ${value}`)
                    .join(", ")}
                </span>
                <Button
                  small
                  weight="quiet"
                  disabled={there}
                  onClick={() => change([insert(["waymarks", count], mark)])}
                >
                  {there ? "kept" : "So it is meant"}
                  <span className="sr-only">: {mark.name}</span>
                </Button>
              </li>
            );
          })}
        </ul>
      )}
    </section>
  );
}
