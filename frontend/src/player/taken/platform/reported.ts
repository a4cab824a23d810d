import type { Carrier } from "../../carrier";
import { type Kept, readKept, writeKept } from "../carried";
import type { CourseEngine } from "../python";
import { cmi5Here } from "./cmi5";
import type { Platform } from "./platform";
import { scormHere } from "./scorm";

/** The engine in the page, with the platform that the page was opened by told how the play goes. Without one it is as any page. */
export async function reported(carrier: Carrier, engine: CourseEngine): Promise<Carrier> {
  const platform = (await cmi5Here(engine)) ?? scormHere(engine);
  if (!platform) return carrier;
  takeUp(platform, engine);
  window.addEventListener("pagehide", () => platform.leave(), { once: true });
  const tell = (play: string) => {
    const kept = readKept(play);
    platform.tell(play, kept ? engine.pack(JSON.stringify({ play, ...kept })) : "");
  };
  return {
    ...carrier,
    start: (slug, wanted) =>
      carrier.start(slug, { ...wanted, player: (wanted.player ?? "") || platform.learner }),
    join: (play, listener) =>
      carrier.join(play, {
        ...listener,
        see: (view) => {
          listener.see(view);
          tell(play);
        },
      }),
  };
}

/** Goes on with the play that the platform keeps. */
function takeUp(platform: Platform, engine: CourseEngine) {
  const text = platform.kept && engine.unpack(platform.kept);
  if (!text) return;
  const { play, ...kept } = JSON.parse(text) as Kept & { play: string };
  writeKept(play, kept);
  location.hash = play;
}
