import { useMutation } from "@tanstack/react-query";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useRef, useState } from "react";
import { api, type Pack } from "../../api/client";
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
  const show = useShow();
  const [onlySnags, setOnlySnags] = useState(false);
  const [written, setWritten] = useState<{ line: number; text: string }>();
  const scroller = useRef<HTMLDivElement>(null);
  const pages = usePages({
    list: ["lines", pack.id],
    state: [pack.revision, onlySnags],
    fetch: (offset, limit) => api.lines(pack.id, offset, limit, onlySnags),
  });
  const change = useMutation({
    mutationFn: ({ number, raw }: { number: number; raw: string | null }) =>
      api.changeLine(pack.id, number, raw, pages.first?.revision ?? pack.revision),
    onSuccess: async (now, { number, raw }) => {
      // what is being written in another line stays, and goes along with it where one before it is removed
      if (raw === null) setWritten((one) => one && moved(one, number));
      await show.pack(now);
      setWritten((one) => (one?.line === number && one.text === raw ? undefined : one));
    },
  });
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
  const problem = change.error ?? pages.error;

  return (
    <>
      <div className="flex items-center gap-6 px-7 py-2">
        <label className="flex items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-pine"
            checked={onlySnags}
            onChange={(event) => setOnlySnags(event.target.checked)}
          />
          Only lines with snags
        </label>
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
          {items.map((item) => {
            const { page, place } = pages.at(item.index);
            const line = page?.lines[place];
            return (
              <li
                key={item.key}
                ref={rows.measureElement}
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
                    written={written?.line === line.number ? written.text : undefined}
                    busy={change.isPending}
                    write={(text) =>
                      setWritten(text === undefined ? undefined : { line: line.number, text })
                    }
                    save={(raw) => change.mutate({ number: line.number, raw })}
                  />
                )}
              </li>
            );
          })}
        </ol>
      </div>
    </>
  );
}

function moved(written: { line: number; text: string }, removed: number) {
  if (written.line === removed) return undefined;
  return written.line > removed ? { ...written, line: written.line - 1 } : written;
}
