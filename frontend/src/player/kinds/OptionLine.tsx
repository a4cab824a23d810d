import clsx from "clsx";
import { Light } from "../../ui/Light";
import type { Question } from "./answer";

type Option = Question["options"][number];

const MARKS: Record<string, { look: string; said: string }> = {
  right: { look: "border-pine bg-moss", said: "right" },
  wrong: { look: "border-ember bg-blush", said: "wrong" },
};

interface Props {
  option: Option;
  asking: boolean;
  dense: boolean;
  cue: string | undefined;
  /** What it was picked as, where more than one option is picked before the answer is given. */
  picked?: string | undefined;
  pick: () => void;
}

/** An option with its label; pressed, it is picked. */
export function OptionLine({ option, asking, dense, cue, picked, pick }: Props) {
  const mark = MARKS[option.mark];
  return (
    <button
      type="button"
      aria-disabled={!asking}
      aria-pressed={picked === undefined ? undefined : picked !== ""}
      onClick={() => asking && pick()}
      data-mark={option.mark}
      className={clsx(
        "flex w-full items-baseline gap-4 border-b px-3 text-left",
        dense ? "py-1" : "py-2 text-lg",
        mark ? mark.look : "border-line",
        picked && !mark && "bg-moss",
        asking && !mark && "hover:border-pine hover:bg-sheet",
        !asking && !mark && "text-soft",
        cue && `motion-${cue}`,
      )}
    >
      <span className="w-5 shrink-0 font-head text-xl font-semibold text-pine italic">
        {option.label}
      </span>
      <span className="flex-1 break-words">
        {option.image ? (
          <img
            src={option.image}
            alt={option.text}
            className="max-h-24 max-w-full object-contain"
          />
        ) : (
          <Light text={option.text} />
        )}
      </span>
      {picked && <span className="font-bold text-pine">{picked}</span>}
      {mark && (
        <span className={option.mark === "right" ? "font-bold text-pine" : "font-bold text-ember"}>
          {mark.said}
        </span>
      )}
    </button>
  );
}
