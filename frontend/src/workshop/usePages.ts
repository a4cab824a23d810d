import { keepPreviousData, useQueries } from "@tanstack/react-query";
import { useState } from "react";

const PAGE = 200;

interface Page {
  total: number;
}

/** A long list of which only the pages in sight are fetched. */
export function usePages<T extends Page>(
  key: readonly unknown[],
  fetchPage: (offset: number, limit: number) => Promise<T>,
) {
  const [inSight, setInSight] = useState<[number, number]>([0, 0]);
  const numbers = [0];
  for (let page = inSight[0]; page <= inSight[1]; page += 1) if (page > 0) numbers.push(page);
  const pages = useQueries({
    queries: numbers.map((page) => ({
      queryKey: [...key, page],
      queryFn: () => fetchPage(page * PAGE, PAGE),
      placeholderData: keepPreviousData,
      staleTime: 60_000,
    })),
  });
  const of = new Map(numbers.map((page, n) => [page, pages[n]?.data]));
  return {
    first: pages[0]?.data,
    error: pages.find((page) => page.error)?.error ?? null,
    pending: pages[0]?.isPending ?? true,
    /** The page that holds a row, and the row's place in it. */
    at: (row: number) => ({ page: of.get(Math.floor(row / PAGE)), place: row % PAGE }),
    /** Which rows are in sight now. */
    see: (from: number, to: number) => {
      const seen: [number, number] = [Math.floor(from / PAGE), Math.floor(to / PAGE)];
      if (seen[0] !== inSight[0] || seen[1] !== inSight[1]) setInSight(seen);
    },
  };
}
