import clsx from "clsx";
import { type FormEvent, useEffect, useRef, useState } from "react";
import { Button } from "../../ui/Button";
import { inputLook } from "../../ui/Field";
import { useTexts } from "../texts";
import type { AnswerProps } from "./answer";

/** Characters of an answer that the workshop takes. */
const LONGEST_ANSWER = 1000;

/** An answer that is typed in. */
export function Typed({ question, view, asking, quiet, give }: AnswerProps) {
  const t = useTexts();
  const label = t(question.letters ? "answer.whole" : "answer.label");
  const [text, setText] = useState("");
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (asking && !quiet) input.current?.focus();
  }, [asking, quiet, view.steps]);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (!asking) return;
    give(text);
    if (question.letters) setText("");
    else input.current?.select();
  };
  return (
    <form onSubmit={submit} className="flex flex-wrap items-center gap-3">
      <input
        ref={input}
        className={clsx(inputLook, "min-w-0 flex-1 basis-40 py-2 text-lg")}
        maxLength={LONGEST_ANSWER}
        aria-label={label}
        placeholder={question.letters ? label : undefined}
        autoComplete="off"
        autoCapitalize="off"
        spellCheck={false}
        value={text}
        readOnly={!asking}
        onChange={(event) => setText(event.target.value)}
      />
      {question.unit && <span className="text-lg">{question.unit}</span>}
      <Button type="submit" weight="main" disabled={!asking}>
        {t("answer.give")}
      </Button>
    </form>
  );
}
