import { useEffect, useRef, useState } from "react";
import type { Game, PageState } from "../../../api/client";
import { OneOf } from "../../../ui/OneOf";
import { useWords } from "../../data";

const WIDTHS = [1280, 768, 390];
const HEIGHT: Record<number, number> = { 1280: 800, 768: 900, 390: 760 };

/** What each state is called. */
const SAID: Record<PageState | "start", string> = {
  start: "Start",
  asking: "Asking",
  helps: "Helps used",
  letters: "Letters",
  round: "Round",
  good: "Good",
  bad: "Bad",
  info: "Info",
  plain: "Plain",
  turn: "Between players",
  breather: "Breather",
  won: "Won",
  lost: "Lost",
  done: "Done",
};

interface Props {
  game: Game;
  state: PageState | "start";
  setState: (state: PageState | "start") => void;
}

/** The player's page itself, as wide as a wall, a tablet or a phone, in each of its states. */
export function LivePage({ game, state, setState }: Props) {
  const [width, setWidth] = useState(1280);
  const states = useWords()?.page_states ?? [];
  return (
    <section
      aria-label="The player’s page"
      className="flex min-h-0 min-w-0 flex-col gap-2 px-5 py-3"
      data-live={state}
    >
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
        <OneOf
          label="State"
          values={["start", ...states] as const}
          said={(one) => SAID[one]}
          value={state}
          choose={setState}
        />
        <OneOf
          label="Width"
          values={WIDTHS}
          said={(one) => `${one} px`}
          value={width}
          choose={setWidth}
        />
      </div>
      <Scaled game={game} state={state} width={width} />
    </section>
  );
}

interface ScaledProps {
  game: Game;
  state: PageState | "start";
  width: number;
}

function Scaled({ game, state, width }: ScaledProps) {
  const room = useRef<HTMLDivElement>(null);
  const frame = useRef<HTMLIFrameElement>(null);
  const [scale, setScale] = useState(0.5);
  const height = HEIGHT[width] ?? 800;
  useEffect(() => {
    const box = room.current;
    if (!box) return;
    const fit = () =>
      setScale(Math.min(1, box.clientWidth / width, Math.max(0.3, box.clientHeight / height)));
    const watch = new ResizeObserver(fit);
    watch.observe(box);
    fit();
    return () => watch.disconnect();
  }, [width, height]);
  useEffect(() => {
    frame.current?.contentWindow?.postMessage("changed", location.origin);
  }, [game.revision]);
  return (
    <div ref={room} className="min-h-96 flex-1 overflow-hidden">
      <div
        className="overflow-hidden border border-edge"
        style={{ width: width * scale, height: height * scale }}
      >
        <iframe
          ref={frame}
          title={`The player’s page: ${SAID[state]}, ${width} pixels wide`}
          src={`/play/${game.slug}?show=${state}&game=${game.id}`}
          style={{ width, height, transform: `scale(${scale})`, transformOrigin: "0 0" }}
        />
      </div>
    </div>
  );
}
