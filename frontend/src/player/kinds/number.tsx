import { type FormEvent, useEffect, useRef, useState } from "react";
import { Button } from "../../ui/Button";
import { inputLook } from "../../ui/Field";
import { useTexts } from "../texts";
import type { AnswerProps } from "./answer";
import { Typed } from "./typed";

/** A number: typed, or set between its bounds. */
export function NumberAnswer(props: AnswerProps) {
  const [low, high] = props.question.between;
  if (low === undefined || high === undefined) return <Typed {...props} />;
  return <Slider {...props} low={low} high={high} />;
}

interface Props extends AnswerProps {
  low: number;
  high: number;
}

/** Steps of a slider whose bounds are no whole numbers. */
const STEPS = 200;

/** A slider, and a field beside it: each says what the other does. Enter gives the answer. */
function Slider({ question, view, asking, quiet, give, low, high }: Props) {
  const t = useTexts();
  const whole = Number.isInteger(low) && Number.isInteger(high) && high - low >= 10;
  const step = whole ? 1 : (high - low) / STEPS;
  const middle = whole ? Math.round((low + high) / 2) : (low + high) / 2;
  const [text, setText] = useState(String(middle));
  const slider = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (asking && !quiet) slider.current?.focus();
  }, [asking, quiet, view.steps]);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (asking) give(text);
  };
  const value = Number(text.replace(",", "."));
  return (
    <form onSubmit={submit} className="flex flex-col items-start gap-3" data-slider={text}>
      <div className="flex w-full items-center gap-3">
        <span className="text-soft tabular-nums">{t.number(low)}</span>
        <input
          ref={slider}
          type="range"
          className="h-8 min-w-0 flex-1 accent-pine"
          aria-label={t("answer.label")}
          min={low}
          max={high}
          step={step}
          value={Number.isNaN(value) ? middle : value}
          disabled={!asking}
          onChange={({ target }) => setText(String(Number(Number(target.value).toPrecision(6))))}
          onKeyDown={(event) => event.key === "Enter" && submit(event)}
        />
        <span className="text-soft tabular-nums">{t.number(high)}</span>
      </div>
      <div className="flex items-center gap-3">
        <input
          className={`${inputLook} w-32 py-1.5 text-lg tabular-nums`}
          aria-label={`${t("answer.label")} ${question.unit}`.trim()}
          inputMode="decimal"
          autoComplete="off"
          maxLength={40}
          value={text}
          readOnly={!asking}
          onChange={({ target }) => setText(target.value)}
        />
        {question.unit && <span className="text-lg">{question.unit}</span>}
        <Button type="submit" weight="main" disabled={!asking}>
          {t("answer.give")}
        </Button>
      </div>
    </form>
  );
}
