import clsx from "clsx";
import type { ButtonHTMLAttributes } from "react";

type Weight = "main" | "plain" | "quiet";

const LOOK: Record<Weight, string> = {
  main: "bg-pine text-sheet border-pine hover:bg-pine-deep",
  plain: "bg-sheet text-ink border-edge hover:border-pine hover:text-pine",
  quiet: "border-transparent text-pine underline-offset-4 hover:underline",
};

/** The look of a button, also for links that act like one. */
export function buttonLook(weight: Weight = "plain", small = false): string {
  return clsx(
    "inline-flex items-center justify-center gap-1.5 rounded-md border font-bold whitespace-nowrap",
    "transition-colors disabled:border-line disabled:bg-shade disabled:text-soft",
    small ? "px-2 py-0.5 text-sm" : "px-3.5 py-1.5",
    LOOK[weight],
  );
}

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  weight?: Weight;
  small?: boolean;
}

export function Button({ weight = "plain", small = false, className, ...rest }: Props) {
  return <button type="button" className={clsx(buttonLook(weight, small), className)} {...rest} />;
}
