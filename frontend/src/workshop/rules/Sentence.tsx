import type { ReactNode } from "react";

/** A part of a sentence that stays together. */
export function Part({ children }: { children: ReactNode }) {
  return (
    <span className="inline-flex max-w-full flex-wrap items-baseline gap-x-1">{children}</span>
  );
}

/** The words between the values of a sentence. */
export function Dim({ children }: { children: ReactNode }) {
  return <span className="text-soft">{children}</span>;
}

/** Something that is either there or not; a press removes it. */
export function Off({ said, press }: { said: string; press: () => void }) {
  return (
    <button
      type="button"
      title="Press to remove it"
      aria-label={`Remove: ${said}`}
      onClick={press}
      className="rounded-sm border border-line px-1.5 leading-6 hover:border-ember hover:line-through"
    >
      {said}
    </button>
  );
}
