import { useVirtualizer } from "@tanstack/react-virtual";
import { type RefObject, useEffect, useState } from "react";
import { api, type Pack, type Question, type Sought } from "../../api/client";
import { usePages } from "../usePages";
import { NOTHING_WANTED, type Wanted } from "./Filters";

/** The questions that are looked for, as far as they can be seen: one is current, and any may be chosen. */
export function useList(pack: Pack, scroller: RefObject<HTMLDivElement | null>) {
  const [wanted, setWanted] = useState<Wanted>(soughtAtFirst);
  const [current, setCurrent] = useState<number>();
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const pages = usePages({
    list: ["questions", pack.id],
    state: [pack.revision, wanted],
    fetch: (offset, limit) => api.questions(pack.id, asked(wanted), offset, limit),
  });
  const total = pages.first?.total ?? 0;
  // eslint-disable-next-line react-hooks/incompatible-library -- the list is not memoised
  const rows = useVirtualizer({
    count: total,
    getScrollElement: () => scroller.current,
    estimateSize: () => 37,
    overscan: 15,
  });
  const items = rows.getVirtualItems();
  const [from, to] = [items[0]?.index ?? 0, items.at(-1)?.index ?? 0];
  useEffect(() => pages.see(from, to));
  const there = current !== undefined && current < total;
  const { scrollToIndex } = rows;
  useEffect(() => {
    if (there) scrollToIndex(current);
  }, [there, current, scrollToIndex]);
  const at = (row: number): Question | undefined => {
    const { page, place } = pages.at(row);
    return page?.questions[place];
  };
  const open = current === undefined ? undefined : at(current);
  return {
    wanted,
    pages,
    total,
    all: pages.first?.all ?? 0,
    rows,
    items,
    at,
    /** The pack as the rows show it, which come a little later than its changes. */
    pack: { ...pack, revision: pages.first?.revision ?? pack.revision },
    current,
    setCurrent,
    open,
    chosen,
    /** The numbers of the questions that a press is about. */
    numbers: chosen.size > 0 ? [...chosen].sort((a, b) => a - b) : open ? [open.number] : [],
    choose: (number: number) => {
      const next = new Set(chosen);
      if (!next.delete(number)) next.add(number);
      setChosen(next);
    },
    chooseNone: () => setChosen(new Set()),
    find: (next: Wanted) => {
      setWanted(next);
      setCurrent(undefined);
      setChosen(new Set());
      scroller.current?.scrollTo({ top: 0 });
    },
    /** Makes the nearest row that there is the current one. */
    look: (row: number) => setCurrent(Math.max(0, Math.min(total - 1, row))),
  };
}

export type List = ReturnType<typeof useList>;

function asked({ topic, level, falling, ...rest }: Wanted): Sought {
  return {
    ...rest,
    ...(topic !== undefined && { topic }),
    ...(level && { level: Number(level) }),
    ...(falling && { falling }),
  };
}

/** What another screen sent here to be looked for. */
function soughtAtFirst(): Wanted {
  const words = new URLSearchParams(location.search).get("find");
  return words ? { ...NOTHING_WANTED, words } : NOTHING_WANTED;
}
