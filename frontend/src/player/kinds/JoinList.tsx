import clsx from "clsx";
import { useState } from "react";
import { Button } from "../../ui/Button";
import { useTexts } from "../texts";
import type { AnswerProps } from "./answer";
import { Options } from "./Options";
import { useLabelKeys } from "./useLabelKeys";

interface Props extends AnswerProps {
  /** What options are joined with: the items of a list, or the gaps of a text. */
  items: { text: string; image: string }[];
  /** Whether an option can be joined with more than one. */
  reuse: boolean;
  /** What an answer is called by, from the option of each item. */
  written: (labels: string[]) => string;
}

/**
 * Options that are joined with items. A figure goes to the item of that number, a letter joins that option with it
 * and goes on to the next that is open; Backspace opens the last one, and Enter gives the answer.
 */
export function JoinList(props: Props) {
  const { question, view, asking, quiet, dense, give, items, reuse, written } = props;
  const t = useTexts();
  const [joined, setJoined] = useState<string[]>(() => items.map(() => ""));
  const [at, setAt] = useState(0);
  const open = (from: number, now = joined) => {
    const order = items.map((_, n) => (from + n) % items.length);
    return order.find((n) => !now[n]) ?? from;
  };
  const join = (label: string) => {
    if (!asking) return;
    const next = joined.map((one) => (!reuse && one === label ? "" : one));
    const took = joined[at] === label;
    next[at] = took ? "" : label;
    setJoined(next);
    if (!took) setAt(open(at, next));
  };
  const ready = asking && joined.every(Boolean);
  const answer = () => ready && give(written(joined));
  const back = () => {
    const last = joined.findLastIndex(Boolean);
    if (last < 0) return;
    setJoined(joined.with(last, ""));
    setAt(last);
  };
  useLabelKeys(
    question,
    asking && !quiet,
    join,
    (key, target) => {
      if (/^[1-8]$/.test(key) && Number(key) <= items.length) setAt(Number(key) - 1);
      else if (key === "Backspace") back();
      else if (key !== "Enter" || target instanceof HTMLButtonElement) return false;
      else answer();
      return true;
    },
    true,
  );
  const said = (label: string) => question.options.find((one) => one.label === label)?.text ?? "";
  return (
    <div className={clsx("grid gap-x-8 gap-y-4", !dense && "sm:grid-cols-2")}>
      <ol className="flex flex-col gap-1.5" data-items>
        {items.map((item, n) => (
          <li key={n}>
            <button
              type="button"
              data-item={n + 1}
              data-joined={joined[n] ?? ""}
              aria-pressed={asking && at === n}
              onClick={() => asking && setAt(n)}
              className={clsx(
                "flex w-full flex-wrap items-baseline gap-x-3 border-s-4 px-3 text-start",
                dense ? "py-0.5" : "py-1.5 text-lg",
                asking && at === n ? "border-pine bg-moss" : "border-line",
              )}
            >
              <span className="font-mono text-sm text-soft">{n + 1}</span>
              <span className="min-w-0 flex-1 break-words">
                {item.image ? (
                  <img src={item.image} alt={item.text} className="max-h-24 max-w-full" />
                ) : (
                  item.text
                )}
              </span>
              <span className={clsx("min-w-0 break-words", joined[n] ? "font-bold" : "text-soft")}>
                {joined[n] ? `${joined[n]} ${said(joined[n])}` : t("answer.open")}
              </span>
            </button>
          </li>
        ))}
      </ol>
      <Options
        question={question}
        view={view}
        asking={asking}
        dense={dense}
        picked={(label) =>
          joined.flatMap((one, n) => (one === label ? [String(n + 1)] : [])).join(" ")
        }
        pick={join}
      />
      <Button weight="main" className="justify-self-start" disabled={!ready} onClick={answer}>
        {t("answer.give")}
      </Button>
    </div>
  );
}
