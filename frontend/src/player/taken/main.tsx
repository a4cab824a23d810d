import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import "../../look/look.css";
import { Notice } from "../../ui/Notice";
import { Progress } from "../../ui/Progress";
import { WithCarrier } from "../carrier";
import { PlayerPage } from "../PlayerPage";
import { carried } from "./carried";
import { filesHere } from "./parts";
import { reported } from "./platform/reported";
import { isCourse, type Open, startEngine } from "./python";

declare global {
  interface Window {
    /** The engine in this page: its trails can be held against those of the command line. */
    diceTrail?: Open;
  }
}

const element = document.getElementById("root");
if (element) {
  const root = createRoot(element);
  const title = document.title;
  const tell = (share: number) =>
    root.render(
      <main className="mx-auto flex max-w-3xl flex-col gap-5 px-5 pt-12">
        <h1 className="text-4xl">{title}</h1>
        <Progress label="Getting ready" value={share} max={1} />
      </main>,
    );
  tell(0);
  const begin = async () => {
    const [open, files] = await Promise.all([startEngine(tell), filesHere()]);
    const engine = open();
    const here = carried(engine, files);
    const carrier = isCourse(engine) ? await reported(here, engine) : here;
    return { open, carrier };
  };
  begin().then(
    ({ open, carrier }) => {
      window.diceTrail = open;
      root.render(
        <StrictMode>
          <WithCarrier value={carrier}>
            <PlayerPage />
          </WithCarrier>
        </StrictMode>,
      );
    },
    (error: unknown) =>
      root.render(
        <main className="mx-auto flex max-w-3xl flex-col gap-5 px-5 pt-12">
          <h1 className="text-4xl">{title}</h1>
          <Notice tone="bad">
            This browser can’t play the game: {String(error)} Try a newer one.
          </Notice>
        </main>,
      ),
  );
}
