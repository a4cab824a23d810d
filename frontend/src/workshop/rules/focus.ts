import { type RefObject, useEffect } from "react";

/** The cell that is to take the focus, once the rules of a revision are shown. */
let asked: { label: string; revision: number } | undefined;

/** Lets the cell of a label take the focus as soon as it shows what a revision says. */
export function askFocus(label: string, revision: number): void {
  asked = { label, revision };
}

/** Takes the focus where it was asked for. */
export function useAskedFocus(
  label: string,
  revision: number,
  element: RefObject<HTMLElement | null>,
): void {
  useEffect(() => {
    if (asked?.label !== label || revision < asked.revision || !element.current) return;
    asked = undefined;
    element.current.focus();
    if (
      element.current instanceof HTMLInputElement ||
      element.current instanceof HTMLTextAreaElement
    )
      element.current.select();
  });
}
