import { loadPyodide } from "pyodide";
import { info } from "pyodide/pyodide-lock.json";
import { addressOf, part, what } from "./parts";

/** The engine in this page (`dicetrail/give/carried/page.py`). */
export interface Engine {
  invitation: () => string;
  texts: (language: string) => string;
  begin: (play: string, wanted: string, dice: string) => string;
  take_up: (play: string, begun: string, moves: string) => number;
  move: (play: string, move: string, at: number) => boolean;
  tick: (play: string, at: number) => void;
  due: (play: string) => number | undefined;
  view: (play: string, at: number) => string;
  trail: (play: string) => string;
  trail_of: (moves: string, wanted: string) => string;
}

/** The engine of a course, which says what a learning platform is told (`dicetrail/give/course/page.py`). */
export interface CourseEngine extends Engine {
  pack: (text: string) => string;
  unpack: (packed: string) => string;
  elements: (play: string, version: string, session: number, kept: string) => string;
  statements: (play: string, launch: string, began: number) => string;
  of_session: (verb: string, now: number, seconds: number, launch: string) => string;
}

/** Whether an engine is one of a course. */
export const isCourse = (engine: Engine): engine is CourseEngine => "elements" in engine;

/** Where Python asks for its own parts; the page answers from those it carries. */
const HERE = "https://parts.invalid/";

/** Opens a compiled game: the page's own, or another one. */
export type Open = (game?: Uint8Array) => Engine;

/** Starts Python and the engine; `tell` is told how far that has come, from 0 to 1. */
export async function startEngine(tell: (share: number) => void): Promise<Open> {
  const network = window.fetch;
  window.fetch = (asked, options) => {
    const address = asked instanceof Request ? asked.url : String(asked);
    return address.startsWith(HERE) ? part(address.slice(HERE.length)) : network(asked, options);
  };
  tell(0.1);
  const loader = await addressOf("pyodide.asm.mjs", "text/javascript");
  const { default: createPyodideModule } = (await import(/* @vite-ignore */ loader)) as {
    default: NonNullable<Parameters<typeof loadPyodide>[0]>["createPyodideModule"];
  };
  tell(0.25);
  const python = await loadPyodide({
    indexURL: HERE,
    lockFileContents: { info, packages: {} } as never,
    ...(createPyodideModule && { createPyodideModule }),
  });
  window.fetch = network;
  tell(0.8);
  python.unpackArchive(await (await part("engine.zip")).arrayBuffer(), "zip");
  const own = new Uint8Array(await (await part("game.bin")).arrayBuffer());
  const open = python.runPython(
    `import pkgutil\nengine = pkgutil.resolve_name("${what("engine.zip")}")\nlambda game: engine(game.to_bytes())`,
  ) as (game: Uint8Array) => Engine;
  tell(1);
  return (game = own) => open(game);
}
