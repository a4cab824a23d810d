import { useEffect, useRef, useState } from "react";
import { buttonLook } from "../ui/Button";
import { swallowBurst } from "./burst";
import { useTexts } from "./texts";

interface Props {
  /** Milliseconds until the play goes on by itself or, where it waits, until the player's key counts. */
  left: number;
  /** Whether it waits for the player. */
  waits: boolean;
  /** Beside other things to type in: takes no focus and no keys of its own accord. */
  quiet: boolean;
  goOn: () => void;
}

const SHORTEST_TOLD = 900;

/** The pause between two questions: how long it lasts yet, or the key that ends it. */
export function Breather({ left, waits, quiet, goOn }: Props) {
  const rest = useRest(left);
  if (waits) return rest <= 0 ? <GoOn quiet={quiet} goOn={goOn} /> : <PlaceOfGoOn />;
  return left > SHORTEST_TOLD ? <Rest left={left} rest={rest} /> : null;
}

/** Milliseconds that are left of so many, told anew each second. */
function useRest(left: number): number {
  const [rest, setRest] = useState(left);
  useEffect(() => {
    const end = performance.now() + left;
    const tell = () => setRest(Math.max(0, end - performance.now()));
    tell();
    const ends = window.setTimeout(tell, left + 5);
    const second = window.setInterval(tell, 250);
    return () => {
      window.clearTimeout(ends);
      window.clearInterval(second);
    };
  }, [left]);
  return rest;
}

function Rest({ left, rest }: { left: number; rest: number }) {
  const t = useTexts();
  return (
    <p className="flex items-center gap-3 text-soft" data-breather>
      <span aria-hidden="true" className="h-0 w-24 border-t-2 border-dotted border-line">
        <span
          className="-mt-0.5 block border-t-2 border-dotted border-pine"
          style={{ width: `${(100 * rest) / left}%` }}
        />
      </span>
      {t("play.in", { n: Math.ceil(rest / 1000) })}
    </p>
  );
}

/** Where the button will be: what stands below it must not move when somebody is about to press it. */
function PlaceOfGoOn() {
  const t = useTexts();
  return (
    <p className="invisible" aria-hidden="true">
      <span className={buttonLook("main")}>{t("play.on")}</span>
    </p>
  );
}

/** The player's key that ends a breather: any one, or the button. */
function GoOn({ quiet, goOn }: { quiet: boolean; goOn: () => void }) {
  const t = useTexts();
  const button = useRef<HTMLButtonElement>(null);
  const gone = useRef(false);
  const go = () => {
    if (gone.current) return;
    gone.current = true;
    goOn();
  };
  useEffect(() => {
    if (quiet) return;
    button.current?.focus();
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      if (["Tab", "Shift", "Control", "Alt", "Meta", "Escape"].includes(event.key)) return;
      event.preventDefault();
      swallowBurst(event);
      go();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
  return (
    <p className="flex flex-wrap items-center gap-x-4 gap-y-1" data-breather>
      <button ref={button} type="button" className={buttonLook("main")} onClick={go}>
        {t("play.on")}
      </button>
      {!quiet && <span className="text-sm text-soft">{t("play.any_key")}</span>}
    </p>
  );
}
