import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useMemo, useRef, useState } from "react";
import { Link } from "react-router";
import { api, type Line, type Pack, packFile } from "../../api/client";
import { Button, buttonLook } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { useCurrent, useShelf } from "../data";
import { counted, packWords, shortName, worthALook } from "../words";
import { LineRow } from "./LineRow";

const MOST_LINES = 5000;

/** The questions screen: the lines of a file beside what was read from them. */
export function Questions() {
  const { game, packs, pack } = useCurrent();
  const shelf = useShelf();
  if (shelf.error) {
    return (
      <div className="p-8">
        <Notice tone="bad">{shelf.error.message}</Notice>
      </div>
    );
  }
  if (shelf.isPending) return <p className="p-8">Opening the pack …</p>;
  if (!pack) {
    return (
      <div className="p-8">
        <h1 className="mb-2 text-3xl">No pack here</h1>
        <p>
          This game names no pack that stands on the shelf. Name one under <code>packs:</code> in
          its rules, or{" "}
          <Link to="/" className="text-pine underline">
            bring a question file
          </Link>
          .
        </p>
      </div>
    );
  }
  return (
    <div className="flex h-full flex-col">
      {game && packs.length > 1 && (
        <nav aria-label="Packs of this game" className="flex gap-5 px-7 pt-4">
          {packs.map((one) => (
            <Link
              key={one.id}
              to={`/games/${game.id}/questions/${one.id}`}
              aria-current={one.id === pack.id ? "page" : undefined}
              className="text-soft underline-offset-4 hover:underline aria-[current]:font-bold aria-[current]:text-pine"
            >
              {shortName(one)}
            </Link>
          ))}
        </nav>
      )}
      <PackSheet key={pack.id} pack={pack} />
    </div>
  );
}

function PackSheet({ pack }: { pack: Pack }) {
  const queries = useQueryClient();
  const [onlySnags, setOnlySnags] = useState(false);
  const [editing, setEditing] = useState<number>();
  const lines = useQuery({
    queryKey: ["lines", pack.id, pack.revision],
    queryFn: () => api.lines(pack.id, 0, MOST_LINES),
    placeholderData: (before) => before,
  });
  const taken = async (change: Promise<Pack>) => {
    const now = await change;
    await queries.invalidateQueries({ queryKey: ["shelf"] });
    return now;
  };
  const change = useMutation({
    mutationFn: ({ number, raw }: { number: number; raw: string | null }) =>
      taken(api.changeLine(pack.id, number, raw, pack.revision)),
    onSuccess: () => setEditing(undefined),
  });
  const turn = useMutation({
    mutationFn: (way: "undo" | "redo") =>
      taken(way === "undo" ? api.undoPack(pack.id) : api.redoPack(pack.id)),
  });
  const { can_undo: canUndo, can_redo: canRedo } = pack;

  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest("textarea, input");
      if (typing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      event.preventDefault();
      if (event.shiftKey ? canRedo : canUndo) turn.mutate(event.shiftKey ? "redo" : "undo");
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, [canUndo, canRedo, turn]);

  const snags = useMemo(() => Map.groupBy(pack.snags, (snag) => snag.line), [pack.snags]);
  const looked = worthALook(pack.snags);
  const shown = useMemo(() => {
    const all = lines.data?.lines ?? [];
    const wanted = new Set(worthALook(pack.snags).map((snag) => snag.line));
    return onlySnags ? all.filter((line) => wanted.has(line.number)) : all;
  }, [lines.data, onlySnags, pack.snags]);
  const problem = change.error ?? turn.error ?? lines.error;

  return (
    <>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2 px-7 pt-5 pb-3">
        <div className="min-w-0 flex-1">
          <h1 className="text-3xl break-words">{shortName(pack)}</h1>
          <p className="text-soft">
            {packWords(pack)} · {kindWords(pack)} · {pack.encoding.toUpperCase()}, parted by{" "}
            {pack.delimiter}s · columns: {roleWords(pack.roles)}
          </p>
        </div>
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-pine"
            checked={onlySnags}
            onChange={(event) => setOnlySnags(event.target.checked)}
          />
          Only lines with snags
        </label>
        <div className="flex gap-2">
          <Button small disabled={!canUndo || turn.isPending} onClick={() => turn.mutate("undo")}>
            Undo
          </Button>
          <Button small disabled={!canRedo || turn.isPending} onClick={() => turn.mutate("redo")}>
            Redo
          </Button>
          <a className={buttonLook("plain", true)} href={packFile(pack.id)} download>
            Save as file
          </a>
        </div>
      </div>
      {problem && (
        <div className="px-7 pb-3">
          <Notice tone="bad">{problem.message}</Notice>
        </div>
      )}
      {(lines.data?.total ?? 0) > MOST_LINES && (
        <div className="px-7 pb-3">
          <Notice tone="info">
            The first {counted(MOST_LINES, "line")} of {lines.data?.total.toLocaleString("en")} are
            shown; all of them were read.
          </Notice>
        </div>
      )}
      <div
        aria-hidden="true"
        className="grid grid-cols-[3.5rem_1fr_1fr] border-y border-line bg-shade px-7 py-1 text-sm text-soft"
      >
        <span>Line</span>
        <span>As written</span>
        <span className="pl-4">As read</span>
      </div>
      {onlySnags && looked.length === 0 && <p className="px-7 py-6">No line has a snag.</p>}
      <LineList
        lines={shown}
        render={(line) => (
          <LineRow
            key={`${line.number} ${line.raw}`}
            line={line}
            snags={snags.get(line.number) ?? []}
            editing={editing === line.number}
            busy={change.isPending}
            edit={(on) => setEditing(on ? line.number : undefined)}
            save={(raw) => change.mutate({ number: line.number, raw })}
          />
        )}
      />
    </>
  );
}

interface ListProps {
  lines: Line[];
  render: (line: Line) => React.ReactNode;
}

function LineList({ lines, render }: ListProps) {
  const scroller = useRef<HTMLDivElement>(null);
  // eslint-disable-next-line react-hooks/incompatible-library -- the list is not memoised
  const rows = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => 58,
    overscan: 12,
    getItemKey: (index) => lines[index]?.number ?? index,
  });
  return (
    <div
      ref={scroller}
      className="flex-1 overflow-auto"
      tabIndex={0}
      role="region"
      aria-label="Lines"
    >
      <ol className="relative" style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map((item) => {
          const line = lines[item.index];
          return (
            line && (
              <li
                key={item.key}
                ref={rows.measureElement}
                data-index={item.index}
                data-line={line.number}
                data-state={line.state}
                className="absolute inset-x-0 top-0 border-b border-line"
                style={{ transform: `translateY(${item.start}px)` }}
              >
                {render(line)}
              </li>
            )
          );
        })}
      </ol>
    </div>
  );
}

function kindWords(pack: Pack): string {
  return (
    Object.entries(pack.kinds)
      .map(([kind, number]) => `${number} ${kind}`)
      .join(", ") || "nothing to ask yet"
  );
}

/** Roles in their order, equal neighbours counted: "prompt, answer, 3 wrong". */
function roleWords(roles: string[]): string {
  const words: string[] = [];
  for (let at = 0; at < roles.length;) {
    let to = at;
    while (roles[to] === roles[at]) to += 1;
    words.push(to - at > 1 ? `${to - at} ${roles[at]}` : String(roles[at]));
    at = to;
  }
  return words.join(", ");
}
