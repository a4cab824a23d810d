import { Tick } from "../../ui/Tick";
import { useMutation } from "@tanstack/react-query";
import { useVirtualizer, type VirtualItem } from "@tanstack/react-virtual";
import { useEffect, useRef, useState } from "react";
import { api, type Line, type Pack } from "../../api/client";
import { Notice } from "../../ui/Notice";
import { useShow } from "../data";
import { usePages } from "../usePages";
import { LineRow } from "./LineRow";

interface Props {
  pack: Pack;
  /** The line that is looked for, from 1. */
  wanted?: number | undefined;
}

/** The lines of a file beside what was read from them. */
export function Lines({ pack, wanted }: Props) {
  const [onlySnags, setOnlySnags] = useState(false);
  const scroller = useRef<HTMLDivElement>(null);
  const pages = usePages({
    list: ["lines", pack.id],
    state: [pack.revision, onlySnags],
    fetch: (offset, limit) => api.lines(pack.id, offset, limit, onlySnags),
  });
  const { writing, error } = useWriting(pack, pages.first?.revision ?? pack.revision);
  const total = pages.first?.total ?? 0;
  // eslint-disable-next-line react-hooks/incompatible-library -- the list is not memoised
  const rows = useVirtualizer({
    count: total,
    getScrollElement: () => scroller.current,
    estimateSize: () => 58,
    overscan: 12,
  });
  const items = rows.getVirtualItems();
  const [from, to] = [items[0]?.index ?? 0, items.at(-1)?.index ?? 0];
  useEffect(() => pages.see(from, to));
  const there = wanted !== undefined && wanted <= total;
  const { scrollToIndex } = rows;
  useEffect(() => {
    if (there) scrollToIndex(wanted - 1, { align: "center" });
  }, [there, wanted, scrollToIndex]);
  const problem = error ?? pages.error;
  const lineAt = (index: number) => {
    const { page, place } = pages.at(index);
    return page?.lines[place];
  };

  return (
    <>
      <div className="flex items-center gap-6 px-7 py-2">
        <Tick label="Only lines with snags" value={onlySnags} keep={setOnlySnags} />
      </div>
      {problem && (
        <div className="px-7 pb-3">
          <Notice tone="bad">{problem.message}</Notice>
        </div>
      )}
      <div
        aria-hidden="true"
        className="grid grid-cols-[4.5rem_1fr_1fr] border-y border-line bg-shade px-7 py-1 text-sm text-soft"
      >
        <span>Line</span>
        <span>As written</span>
        <span className="pl-4">As read</span>
      </div>
      {onlySnags && pages.first?.total === 0 && <p className="px-7 py-6">No line has a snag.</p>}
      <div
        ref={scroller}
        className="flex-1 overflow-auto"
        tabIndex={0}
        role="region"
        aria-label="Lines"
      >
        <ol className="relative" style={{ height: rows.getTotalSize() }}>
          {items.map((item) => (
            <LineAt
              key={item.key}
              item={item}
              line={lineAt(item.index)}
              wanted={wanted}
              measure={rows.measureElement}
              {...writing}
            />
          ))}
        </ol>
      </div>
    </>
  );
}

interface Written {
  line: number;
  text: string;
}

interface Writing {
  /** What is being written in a line, before it is kept. */
  written: Written | undefined;
  busy: boolean;
  write: (written: Written | undefined) => void;
  save: (number: number, raw: string | null) => void;
}

/** The line that is being written, and how it is kept or removed. */
function useWriting(pack: Pack, revision: number): { writing: Writing; error: Error | null } {
  const show = useShow();
  const [written, setWritten] = useState<Written>();
  const change = useMutation({
    mutationFn: ({ number, raw }: { number: number; raw: string | null }) =>
      api.changeLine(pack.id, number, raw, revision),
    onSuccess: async (now, { number, raw }) => {
      // what is being written in another line stays, and goes along with it where one before it is removed
      if (raw === null) setWritten((one) => one && moved(one, number));
      await show.pack(now);
      setWritten((one) => (one?.line === number && one.text === raw ? undefined : one));
    },
  });
  const save = (number: number, raw: string | null) => change.mutate({ number, raw });
  const writing = { written, busy: change.isPending, write: setWritten, save };
  return { writing, error: change.error };
}

interface LineAtProps extends Writing {
  item: VirtualItem;
  line: Line | undefined;
  wanted: number | undefined;
  measure: (element: Element | null) => void;
}

/** A line at its place in the list; it is empty until it has come. */
function LineAt({ item, line, wanted, measure, written, busy, write, save }: LineAtProps) {
  return (
    <li
      ref={measure}
      data-index={item.index}
      data-line={line?.number}
      data-state={line?.state}
      aria-current={line && line.number === wanted ? "location" : undefined}
      className="absolute inset-x-0 top-0 min-h-10 border-b border-line aria-[current]:bg-straw"
      style={{ transform: `translateY(${item.start}px)` }}
    >
      {line && (
        <LineRow
          key={`${line.number} ${line.raw}`}
          line={line}
          written={written && written.line === line.number ? written.text : undefined}
          busy={busy}
          write={(text) => write(text === undefined ? undefined : { line: line.number, text })}
          save={(raw) => save(line.number, raw)}
        />
      )}
    </li>
  );
}

function moved(written: Written, removed: number) {
  if (written.line === removed) return undefined;
  return written.line > removed ? { ...written, line: written.line - 1 } : written;
}
