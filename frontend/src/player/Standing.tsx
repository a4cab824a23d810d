import clsx from "clsx";
import type { View } from "../api/client";
import { Meters } from "./Meters";
import { countingOf } from "./Scene";
import { useTexts } from "./texts";
import { TrailClock } from "./TrailClock";
import type { Seen } from "./useLivePlay";

interface Props {
  seen: Seen;
  /** Which of the things that may stand above or below the question these are. */
  where: View["look"]["clock"];
  /** Shown, but not heard. */
  silent: boolean;
  /** How fast numbers count up: half as fast at 0.5. */
  speed: number;
}

const CLOCKS = ["game", "round", "question"] as const;

/** The score, the marks, the count and the clocks, as far as the look wants them here. */
export function Standing({ seen, where, silent, speed }: Props) {
  const t = useTexts();
  const { view } = seen;
  const { look, question } = view;
  const marks = view.meters.filter((meter) => meter.show === "marks");
  const others = view.meters.filter((meter) => meter.show !== "marks");
  const meters = [
    ...(look.score === where ? others : []),
    ...(look.marks === where ? marks : []),
  ].sort((one, two) => view.meters.indexOf(one) - view.meters.indexOf(two));
  const counted = look.count === where && question;
  const clocks = look.clock === where && CLOCKS.some((name) => view[`${name}_clock`]);
  if (!meters.length && !counted && !clocks) return null;
  return (
    <div
      data-standing={where}
      className={clsx("flex flex-col gap-3", where === "below" && "border-t border-line pt-3")}
    >
      {(meters.length > 0 || counted) && (
        <div className="flex flex-wrap items-end justify-between gap-x-8 gap-y-3">
          <Meters
            meters={meters}
            mark={look.mark}
            picture={look.pictures.life}
            counting={countingOf(view.feedback?.cue?.scene, speed)}
          />
          {counted && (
            <p className="text-soft">
              {question.total === null
                ? t("question.n", { n: question.number })
                : t("question.of", { n: question.number, total: question.total })}
            </p>
          )}
        </div>
      )}
      {clocks &&
        CLOCKS.map((name) => {
          const clock = view[`${name}_clock`];
          return (
            clock && (
              <TrailClock
                key={name}
                clock={clock}
                at={seen.at}
                label={t(`clock.${name}`)}
                as={look.clock_as}
                large={where === "middle"}
                tick={name !== "question" || view.silent || silent ? 0 : view.tick}
                sound={name === "question" ? view.tick_sound : null}
              />
            )
          );
        })}
    </div>
  );
}
