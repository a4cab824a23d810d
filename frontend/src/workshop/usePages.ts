import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

const PAGE = 200;

interface Page {
  total: number;
}

interface Wanted<T extends Page> {
  /** Which list it is: the rows of another one are never shown in its place. */
  list: readonly unknown[];
  /** What it is like now; until its rows have come, those it had before stay. */
  state: readonly unknown[];
  fetch: (offset: number, limit: number) => Promise<T>;
}

/** A long list of which only the pages in sight are fetched: the first, and the two that may be in sight. */
export function usePages<T extends Page>(wanted: Wanted<T>) {
  const [[top, bottom], setInSight] = useState<[number, number]>([0, 0]);
  const first = usePage(wanted, 0);
  const upper = usePage(wanted, top);
  const lower = usePage(wanted, bottom);
  const of = new Map([
    [bottom, lower.data],
    [top, upper.data],
    [0, first.data],
  ]);
  const all = [first, upper, lower];
  return {
    first: first.data,
    error: all.find((page) => page.error)?.error ?? null,
    pending: first.isPending,
    /** Whether some of it is still as it was before. */
    behind: all.some((page) => page.isPlaceholderData),
    /** The page that holds a row, and the row's place in it. */
    at: (row: number) => ({ page: of.get(Math.floor(row / PAGE)), place: row % PAGE }),
    /** Which rows are in sight now. */
    see: (from: number, to: number) => {
      const seen: [number, number] = [Math.floor(from / PAGE), Math.floor(to / PAGE)];
      if (seen[0] !== top || seen[1] !== bottom) setInSight(seen);
    },
  };
}

function usePage<T extends Page>({ list, state, fetch }: Wanted<T>, page: number) {
  const place = [...list, page];
  return useQuery({
    queryKey: [...place, ...state],
    queryFn: () => fetch(page * PAGE, PAGE),
    placeholderData: (before, query) =>
      place.every((part, n) => query?.queryKey[n] === part) ? before : undefined,
    staleTime: 60_000,
  });
}
