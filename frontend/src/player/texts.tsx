import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from "react";
import type { PageTexts } from "../api/client";
import { useCarrier } from "./carrier";

/** The texts of the player's page in the language of its game. */
export interface Texts {
  /** A text by its name, with values for the names in its braces; numbers as the language writes them. */
  (name: string, values?: Record<string, string | number>): string;
  /** A text that depends on a number, in the form its plural category asks for (Unicode CLDR). */
  plural: (name: string, n: number) => string;
  number: (value: number) => string;
  /** A share of a hundred. */
  percent: (value: number) => string;
  /** A day and a time (ISO 8601), where whoever reads it is. */
  time: (value: string) => string;
}

const loaded = new Map<string, PageTexts>();
const Words = createContext<Texts>(textsOf({}, "en"));

export const useTexts = () => useContext(Words);

function textsOf(table: Record<string, string>, language: string): Texts {
  const numbers = new Intl.NumberFormat(language, { maximumFractionDigits: 2 });
  const percents = new Intl.NumberFormat(language, { style: "percent", maximumFractionDigits: 1 });
  const times = new Intl.DateTimeFormat(language, { dateStyle: "full", timeStyle: "short" });
  const plurals = new Intl.PluralRules(language);
  const fill = (text: string, values: Record<string, string | number>) =>
    text.replace(/\{(\w+)\}/g, (all, name: string) => {
      const value = values[name];
      if (value === undefined) return all;
      return typeof value === "number" ? numbers.format(value) : value;
    });
  const texts = (name: string, values = {}) => fill(table[name] ?? name, values);
  return Object.assign(texts, {
    plural: (name: string, n: number) =>
      fill(table[`${name}.${plurals.select(n)}`] ?? table[`${name}.other`] ?? name, { n }),
    number: (value: number) => numbers.format(value),
    percent: (value: number) => percents.format(value / 100),
    time: (value: string) => (value ? times.format(new Date(value)) : ""),
  });
}

interface Props {
  /** The language's code; where it is not known yet, that of the browser, as far as there are texts in it. */
  language?: string | undefined;
  /** Texts that the maker replaced. */
  texts?: Record<string, string> | undefined;
  /** Whether the whole page is in it. */
  page?: boolean;
  children: ReactNode;
}

/** Gives what is inside it its texts, its language and its direction. */
export function WithTexts({ language, texts, page = false, children }: Props) {
  const found = useTable(language ?? navigator.language.slice(0, 2));
  const said = JSON.stringify(texts ?? {});
  const words = useMemo(
    () => found && textsOf({ ...found.texts, ...JSON.parse(said) }, found.language),
    [found, said],
  );
  useEffect(() => {
    if (!page || !found) return;
    document.documentElement.lang = found.language;
    document.documentElement.dir = found.direction;
  }, [page, found]);
  if (!found || !words) return null;
  return (
    <div lang={found.language} dir={found.direction} className="contents">
      <Words.Provider value={words}>{children}</Words.Provider>
    </div>
  );
}

/** The table of a language; until that is there, the one that was shown last. */
function useTable(code: string): PageTexts | undefined {
  const carrier = useCarrier();
  const [last, setLast] = useState<PageTexts>();
  useEffect(() => {
    let left = false;
    const read = async () => {
      const table = loaded.get(code) ?? (await carrier.texts(code));
      loaded.set(code, table);
      if (!left) setLast(table);
    };
    read().catch(() => undefined);
    return () => {
      left = true;
    };
  }, [carrier, code]);
  return loaded.get(code) ?? last;
}
