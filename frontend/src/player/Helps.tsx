import clsx from "clsx";
import { useEffect, useRef } from "react";
import type { View } from "../api/client";
import { buttonLook } from "../ui/Button";
import { useTexts } from "./texts";

type Help = View["helps"][number];

interface Props {
  helps: Help[];
  /** Takes no keys of its own accord. */
  quiet: boolean;
  dense: boolean;
  take: (name: string) => void;
}

/**
 * The helps there are at a question, with what each costs and how often it is left. Escape goes to the first
 * that can be used, and from there, or once it was used, back to where one was; no letter or figure is theirs,
 * for those answer.
 */
export function Helps({ helps, quiet, dense, take }: Props) {
  const t = useTexts();
  const list = useRef<HTMLUListElement>(null);
  const back = useEscape(list, !quiet && helps.some((help) => help.can));
  const chosen = (help: Help) => {
    if (!help.can) return;
    take(help.name);
    back();
  };
  if (helps.length === 0) return null;
  return (
    <section aria-label={t("help.list")} className="flex flex-wrap items-baseline gap-x-3 gap-y-2">
      <span className="text-sm text-soft" aria-hidden="true">
        {t("help.list")}
        {!quiet && (
          <kbd className="ms-2 border border-line px-1 font-mono text-xs pointer-coarse:hidden">
            Esc
          </kbd>
        )}
      </span>
      <ul ref={list} className="flex flex-wrap gap-2">
        {helps.map((help) => (
          <li key={help.name}>
            <button
              type="button"
              data-help={help.name}
              aria-disabled={!help.can}
              onClick={() => chosen(help)}
              className={clsx(
                buttonLook("plain", dense),
                !help.can && "border-line! bg-shade! text-soft!",
              )}
            >
              {help.label}
              <span className="text-sm font-normal">{said(help, t)}</span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What a help costs, and how often it is left. */
function said(help: Help, t: ReturnType<typeof useTexts>): string {
  const costs = help.costs
    .filter((cost) => cost.amount !== 0)
    .map(({ amount, meter }) => `${amount > 0 ? "+" : "−"}${t.number(Math.abs(amount))} ${meter}`);
  const left = help.left === null ? [] : [t("help.left", { n: help.left })];
  return [...costs, ...left].join(" · ");
}

/** Lets Escape go to the first help that can be used, and back; gives the way back. */
function useEscape(list: React.RefObject<HTMLUListElement | null>, active: boolean): () => void {
  const before = useRef<Element | null>(null);
  const back = () => {
    const was = before.current;
    if (was instanceof HTMLElement && was.isConnected && was !== document.body) was.focus();
    else if (list.current?.contains(document.activeElement))
      (document.activeElement as HTMLElement).blur();
  };
  useEffect(() => {
    if (!active) return;
    const press = (event: KeyboardEvent) => {
      if (event.key !== "Escape" || event.defaultPrevented || !list.current) return;
      if (list.current.contains(document.activeElement)) back();
      else {
        before.current = document.activeElement;
        list.current.querySelector<HTMLElement>("button[aria-disabled=false]")?.focus();
      }
      event.preventDefault();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
  return back;
}
