import { type FormEvent, type KeyboardEvent, useEffect, useRef, useState } from "react";
import { Button } from "../../ui/Button";
import { inputLook } from "../../ui/Field";
import { useTexts } from "../texts";
import type { AnswerProps } from "./answer";
import { JoinList } from "./JoinList";

/** The gaps of a text, filled from a bank of words where there is one, else by typing. */
export function Gaps(props: AnswerProps) {
  const gaps = around(props.question.prompt);
  if (props.question.options.length === 0) return <TypedGaps {...props} gaps={gaps} />;
  const items = gaps.map((text) => ({ text, image: "" }));
  return <JoinList {...props} items={items} reuse written={(labels) => labels.join(" ")} />;
}

/** Each gap of a text with the words around it. */
function around(prompt: string): string[] {
  const parts = prompt.split("___");
  return parts.slice(1).map((after, n) => {
    const before = (parts[n] ?? "").trimEnd().split(/\s+/).slice(-2).join(" ");
    const then = after.trimStart().split(/\s+/).slice(0, 2).join(" ");
    return `${before} ___ ${then}`.trim();
  });
}

interface Props extends AnswerProps {
  gaps: string[];
}

/** A field for each gap; Enter goes to the next that is blank, and gives the answer where none is. */
function TypedGaps({ view, asking, quiet, give, gaps }: Props) {
  const t = useTexts();
  const [texts, setTexts] = useState(() => gaps.map(() => ""));
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    if (asking && !quiet) form.current?.querySelector("input")?.focus();
  }, [asking, quiet, view.steps]);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (asking) give(texts.map((text) => text.trim().replaceAll(";", "\\;")).join("; "));
  };
  const enter = (event: KeyboardEvent<HTMLInputElement>) => {
    const fields = [...(form.current?.querySelectorAll("input") ?? [])];
    const blank = fields.find((field) => field !== event.currentTarget && !field.value.trim());
    if (event.key !== "Enter" || !event.currentTarget.value.trim() || !blank) return;
    event.preventDefault();
    blank.focus();
  };
  return (
    <form ref={form} onSubmit={submit} className="flex flex-col items-start gap-2.5">
      {gaps.map((gap, n) => (
        <label key={n} className="flex w-full flex-wrap items-center gap-x-3">
          <span className="min-w-40 text-soft">{gap}</span>
          <input
            className={`${inputLook} min-w-0 flex-1 basis-40 py-1.5 text-lg`}
            data-gap={n + 1}
            maxLength={200}
            autoComplete="off"
            autoCapitalize="off"
            spellCheck={false}
            value={texts[n]}
            readOnly={!asking}
            onKeyDown={enter}
            onChange={({ target }) => setTexts(texts.with(n, target.value))}
          />
        </label>
      ))}
      <Button type="submit" weight="main" disabled={!asking}>
        {t("answer.give")}
      </Button>
    </form>
  );
}
