import { type ReactNode, useId } from "react";

export const inputLook =
  "w-full rounded-md border border-edge bg-sheet px-3 py-1.5 text-ink placeholder:text-soft";

export const selectLook =
  "rounded-md border border-edge bg-sheet px-2 py-0.5 text-ink placeholder:text-soft";

interface Props {
  label: string;
  hint?: string;
  children: (id: string, describedBy: string | undefined) => ReactNode;
}

/** A labelled field; the control gets the ids that tie it to its label and hint. */
export function Field({ label, hint, children }: Props) {
  const id = useId();
  const hintId = hint ? `${id}-hint` : undefined;
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id} className="font-bold">
        {label}
      </label>
      {children(id, hintId)}
      {hint && (
        <p id={hintId} className="text-sm text-soft">
          {hint}
        </p>
      )}
    </div>
  );
}
