import { useEffect } from "react";
import type { Question } from "./answer";

/**
 * Lets the keys of the options' labels and places pick them, and other keys do what `other` makes of them; figures
 * are among these where `lettersOnly`.
 */
export function useLabelKeys(
  question: Question,
  active: boolean,
  pick: (label: string) => void,
  other?: (key: string, target: EventTarget | null) => boolean,
  lettersOnly = false,
) {
  useEffect(() => {
    if (!active) return;
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      const key = event.key.toUpperCase();
      const option =
        question.options.find(({ label }) => label === key) ??
        (lettersOnly ? undefined : question.options[Number(key) - 1]);
      if (option?.gone) return;
      if (option) pick(option.label);
      else if (other?.(event.key, event.target)) event.preventDefault();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
}
