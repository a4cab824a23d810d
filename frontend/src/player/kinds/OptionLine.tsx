import clsx from "clsx";
import type { View } from "../../api/client";
import { Light } from "../../ui/Light";
import { useTexts } from "../texts";
import type { Question } from "./answer";

type Option = Question["options"][number];

const MARKS: Record<string, string> = {
  right: "border-pine bg-moss",
  wrong: "border-ember bg-blush",
};

const SHAPES: Record<View["look"]["option_shape"], string> = {
  line: "border-b",
  box: "border",
  round: "rounded-[1.5rem] border px-6",
};
const SIZES: Record<View["look"]["option_size"], string> = {
  small: "py-1",
  normal: "py-2 text-lg",
  large: "py-4 text-2xl",
};

interface Props {
  option: Option;
  asking: boolean;
  dense: boolean;
  cue: string | undefined;
  shape: View["look"]["option_shape"];
  size: View["look"]["option_size"];
  /** Whether its letter stands beside it. */
  labelled: boolean;
  /** As a tile of a picture board: what it shows above, its label beneath. */
  tile?: boolean;
  /** What it was picked as, where more than one option is picked before the answer is given. */
  picked?: string | undefined;
  pick: () => void;
}

/** An option with its label; pressed, it is picked. */
export function OptionLine(props: Props) {
  const { option, asking, dense, cue, picked, tile = false, shape, size, labelled, pick } = props;
  const t = useTexts();
  const mark = MARKS[option.mark];
  return (
    <button
      type="button"
      aria-disabled={!asking || option.gone}
      aria-pressed={picked === undefined ? undefined : picked !== ""}
      onClick={() => asking && !option.gone && pick()}
      data-mark={option.mark}
      data-gone={option.gone || undefined}
      className={clsx(
        "flex w-full gap-x-4 px-3 text-start",
        tile ? "h-full flex-col-reverse items-start gap-y-1" : "items-baseline",
        tile && shape === "line" ? "border" : SHAPES[shape],
        dense ? "py-1" : SIZES[size],
        mark ?? "border-line",
        picked && !mark && "bg-moss",
        option.gone && "text-soft",
        asking && !mark && !option.gone && "hover:border-pine hover:bg-sheet",
        !asking && !mark && "text-soft",
        cue && `motion-${cue}`,
      )}
    >
      <span
        className={clsx(
          "w-7 shrink-0 font-head text-xl font-semibold text-pine italic",
          !labelled && "sr-only",
        )}
      >
        {option.label}
      </span>
      <span
        className={clsx(
          "min-w-0 flex-1 break-words",
          tile && "w-full",
          option.gone && "line-through",
        )}
      >
        {option.image ? (
          <img
            src={option.image}
            alt={option.text}
            className={
              tile
                ? "mx-auto max-h-36 max-w-full object-contain"
                : "max-h-24 max-w-full object-contain"
            }
          />
        ) : (
          <Light text={option.text} />
        )}
      </span>
      {option.gone && <span className="text-sm">{t("option.gone")}</span>}
      {picked && <span className="font-bold text-pine">{picked}</span>}
      {mark && (
        <span className={option.mark === "right" ? "font-bold text-pine" : "font-bold text-ember"}>
          {t(`mark.${option.mark}`)}
        </span>
      )}
    </button>
  );
}
