import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Edit, type FeedbackOf } from "../../../api/client";
import { inputLook, selectLook } from "../../../ui/Field";
import { useWords } from "../../data";
import { remove, set } from "../../rules/rows";

interface Props {
  found: FeedbackOf;
  change: (edits: Edit[]) => void;
}

const LONGEST = 2000;

/** The language of the player's page, and each of its texts, which can be replaced. */
export function PageWords({ found, change }: Props) {
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
  const rows = Object.entries(shipped ?? {}).filter(([name, text]) =>
    [name, text, replaced[name] ?? "", words?.texts[name] ?? ""].some((one) =>
      one.toLocaleLowerCase().includes(wanted),
    ),
  );
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
      <ul className="flex flex-col gap-2">
        {rows.map(([name, text]) => (
          <li key={name}>
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
    </>
  );
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
      <span className="text-sm text-soft">
        <code className="font-mono">{name}</code>
        {english && english !== text && ` · ${english}`}
      </span>
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
