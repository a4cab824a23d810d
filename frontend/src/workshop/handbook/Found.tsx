import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { api } from "../../api/client";
import { counted } from "../words";

/** What the handbook says of some words, as they are typed. */
export function Found({ words }: { words: string }) {
  const { data } = useQuery({
    queryKey: ["handbook", "search", words],
    queryFn: () => api.search(words),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  if (!data) return <p role="status">Searching …</p>;
  return (
    <>
      <p role="status" className="text-sm text-soft" data-found={data.length}>
        {data.length ? counted(data.length, "place") : "Nothing is said of that. Try another word."}
      </p>
      <ol className="flex flex-col gap-3 pt-2">
        {data.map(({ page, title, heading, anchor, around }) => (
          <li key={`${page}#${anchor}`} data-hit={page}>
            <Link
              to={`/handbook/${page}${anchor && `#${anchor}`}`}
              className="block font-bold text-pine hover:underline"
            >
              {heading === title ? title : `${title}: ${heading}`}
            </Link>
            <p className="text-sm break-words text-soft">
              {around
                .split(/⟦(.*?)⟧/)
                .map((part, n) => (n % 2 ? <mark key={n}>{part}</mark> : part))}
            </p>
          </li>
        ))}
      </ol>
    </>
  );
}
