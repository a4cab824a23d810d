import type { BenchSeen } from "../../api/client";
import { Tick } from "../../ui/Tick";
import { Button } from "../../ui/Button";
import { Menu, MenuDo } from "../../ui/Menu";
import { useWords } from "../data";

interface Props {
  /** Whether the play goes on, and whether a clock can run out in it now. */
  can: boolean;
  canBeLate: boolean;
  canLeave: boolean;
  canGoBack: boolean;
  inFeedback: boolean;
  helps: BenchSeen["view"]["helps"];
  move: (line: string) => void;
  toTheEnd: (line: string) => void;
  untilALifeIsLost: () => void;
  back: () => void;
  onward: () => void;
}

/** The moves a maker can make, each with its key. */
export function Moves(props: Props) {
  const { can, move, toTheEnd } = props;
  const moves = useWords()?.moves ?? [];
  return (
    <div className="flex flex-wrap items-center gap-1.5" role="group" aria-label="Moves">
      {moves
        .filter((one) => one.do !== "leave" || props.canLeave)
        .map((one) => (
          <Button
            key={one.do}
            small
            disabled={!can || (one.do === "late" && !props.canBeLate)}
            onClick={() => move(one.do)}
          >
            {one.title} <Key>{one.key}</Key>
          </Button>
        ))}
      {props.helps.map((help, place) => (
        <Button
          key={help.name}
          small
          disabled={!can || !help.can}
          title={`help ${help.name}`}
          onClick={() => move(`help ${help.name}`)}
        >
          {help.label} <Key>{`${place + 1}`}</Key>
        </Button>
      ))}
      <Menu label="On until …" disabled={!can}>
        <MenuDo act={() => toTheEnd("right")} hint="R">
          the end, all right
        </MenuDo>
        <MenuDo act={() => toTheEnd("wrong")} hint="W">
          the end, all wrong
        </MenuDo>
        <MenuDo act={props.untilALifeIsLost} hint="L">
          a life is lost
        </MenuDo>
      </Menu>
      <Button small disabled={!props.canGoBack} onClick={props.back}>
        Back <Key>⌫</Key>
      </Button>
      {props.inFeedback && (
        <Button small weight="main" onClick={props.onward}>
          Go on <Key bright>.</Key>
        </Button>
      )}
    </div>
  );
}

function Key({ bright = false, children }: { bright?: boolean; children: string }) {
  return (
    <kbd className={`font-mono text-xs font-normal ${bright ? "" : "text-soft"}`}>{children}</kbd>
  );
}

interface ClockProps {
  running: boolean;
  run: (on: boolean) => void;
  step: (milliseconds: number) => void;
  toItsEnd: () => void;
}

/** The clock runs, stands, or is stepped. */
export function ClockBar({ running, run, step, toItsEnd }: ClockProps) {
  return (
    <div className="flex items-center gap-1.5 text-sm" role="group" aria-label="The clock">
      <Tick label="Let the clock run" value={running} keep={run} />
      <span className="text-soft">or step it by</span>
      <Button small weight="quiet" onClick={() => step(100)}>
        0.1 s
      </Button>
      <Button small weight="quiet" data-wait="1000" onClick={() => step(1000)}>
        1 s
      </Button>
      <Button small weight="quiet" onClick={toItsEnd}>
        to its end
      </Button>
    </div>
  );
}
