import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Edit, type FeedbackOf } from "../../../api/client";
import { Button } from "../../../ui/Button";
import { inputLook, selectLook } from "../../../ui/Field";
import { useWords } from "../../data";
import { remove, set } from "../../rules/rows";

interface Props {
  found: FeedbackOf;
  change: (edits: Edit[]) => void;
  /** Shows the page in the state in which a text stands. */
  show: (state: string) => void;
}

const LONGEST = 2000;

/** The language of the player's page, and each of its texts, which can be replaced. */
export function PageWords({ found, change, show }: Props) {
  const words = useWords();
  const language = found.words.language ?? "en";
  const replaced = found.words.texts ?? {};
  const [sought, setSought] = useState("");
  const shipped = useQuery({
    queryKey: ["page texts", language],
    queryFn: () => api.pageTexts(language),
    staleTime: Infinity,
  }).data?.texts;
  const wanted = sought.toLocaleLowerCase();
  const groups = (words?.text_groups ?? [])
    .map((group) => ({
      ...group,
      rows: Object.entries(shipped ?? {}).filter(
        ([name, text]) =>
          group.parts.includes(name.split(".")[0] ?? "") &&
          [group.title, text, replaced[name] ?? "", words?.texts[name] ?? ""].some((one) =>
            one.toLocaleLowerCase().includes(wanted),
          ),
      ),
    }))
    .filter(({ rows }) => rows.length > 0);
  return (
    <>
      <label className="flex items-center gap-3">
        <span className="w-24 shrink-0">Language</span>
        <select
          data-field="Language"
          className={`${selectLook} flex-1`}
          value={language}
          onChange={(event) => change([set(["words", "language"], event.target.value)])}
        >
          {words?.languages.map(({ code, name }) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <input
        className={inputLook}
        aria-label="Find a text"
        placeholder="Find a text"
        value={sought}
        onChange={(event) => setSought(event.target.value)}
      />
      {groups.length === 0 && <p className="text-soft">No text of the page says that.</p>}
      {groups.map(({ title, state, rows }) => (
        <section key={title} aria-label={title} data-group={title}>
          <h3 className="mb-1 flex items-baseline gap-3 text-lg">
            {title}
            <Button small weight="quiet" className="ms-auto" onClick={() => show(state)}>
              Show<span className="sr-only"> {title} on the page</span>
            </Button>
          </h3>
          <ul className="flex flex-col gap-2">
            {rows.map(([name, text]) => (
              <li key={name} onFocus={() => show(words?.text_states[name] ?? state)}>
                <OneText
                  name={name}
                  english={words?.texts[name] ?? ""}
                  text={text}
                  own={replaced[name]}
                  keep={(next) =>
                    change([
                      next === "" || next === text
                        ? remove(["words", "texts", name])
                        : set(["words", "texts", name], next),
                    ])
                  }
                />
              </li>
            ))}
          </ul>
        </section>
      ))}
    </>
  );
}

/** The forms of a text that depends on a number, as they are told. */
const FORMS: Record<string, string> = {
  zero: "for none",
  one: "for one",
  two: "for two",
  few: "for a few",
  many: "for many",
  other: "for other numbers",
};

/** What a text is called: what it says in English, and of which numbers. */
function called(name: string, english: string): string {
  const form = FORMS[name.split(".").at(-1) ?? ""];
  const said = english || name;
  return form ? `${said} · ${form}` : said;
}

interface OneTextProps {
  name: string;
  english: string;
  text: string;
  own: string | undefined;
  keep: (text: string) => void;
}

function OneText({ name, english, text, own, keep }: OneTextProps) {
  const [written, setWritten] = useState(own ?? "");
  const done = () => written !== (own ?? "") && keep(written);
  return (
    <label className="flex flex-col">
      <span className="text-sm text-soft">{called(name, english)}</span>
      <input
        data-text={name}
        className={inputLook}
        dir="auto"
        value={written}
        placeholder={text}
        maxLength={LONGEST}
        onChange={(event) => setWritten(event.target.value)}
        onBlur={done}
        onKeyDown={(event) => event.key === "Enter" && done()}
      />
    </label>
  );
}
