import type { CourseEngine } from "../python";
import type { Platform } from "./platform";

/** A version of SCORM: how its interface is called, and what is asked of it. */
interface Version {
  name: "1.2" | "2004";
  api: "API" | "API_1484_11";
  begin: string;
  get: string;
  set: string;
  commit: string;
  end: string;
  learner: string;
}

const VERSIONS: Version[] = [
  {
    name: "2004",
    api: "API_1484_11",
    begin: "Initialize",
    get: "GetValue",
    set: "SetValue",
    commit: "Commit",
    end: "Terminate",
    learner: "cmi.learner_name",
  },
  {
    name: "1.2",
    api: "API",
    begin: "LMSInitialize",
    get: "LMSGetValue",
    set: "LMSSetValue",
    commit: "LMSCommit",
    end: "LMSFinish",
    learner: "cmi.core.student_name",
  },
];
const DEEPEST = 50;
/** What changes all the time, and is told with what else has changed. */
const TIME = /session_time$/;

type Interface = Record<string, (...given: string[]) => string>;

/** The interface of a name in the windows round this one, or in those round the one that opened it. */
function found(name: string): Interface | undefined {
  for (const first of [window.parent, window.opener as Window | null]) {
    let at = first;
    for (let deep = 0; at && deep < DEEPEST; deep += 1) {
      try {
        const here = (at as unknown as Record<string, Interface | undefined>)[name];
        if (here) return here;
      } catch {
        break; // a window of another site
      }
      if (at.parent === at) break;
      at = at.parent;
    }
  }
  return undefined;
}

/** The platform round this page that speaks SCORM, where there is one. */
export function scormHere(engine: CourseEngine): Platform | undefined {
  for (const version of VERSIONS) {
    const api = found(version.api);
    if (api?.[version.begin]?.("") === "true") return spoken(version, api, engine);
  }
  return undefined;
}

/** A name that is written "Last, First" as it is said. */
const inOrder = (name: string) =>
  name
    .split(/\s*,\s*/)
    .reverse()
    .join(" ")
    .trim();

function spoken(version: Version, api: Interface, engine: CourseEngine): Platform {
  const since = performance.now();
  const said = new Map<string, string>();
  let last: { play: string; kept: string } | undefined;
  const tell = (play: string, kept: string, timeToo: boolean) => {
    const seconds = (performance.now() - since) / 1000;
    const all = JSON.parse(engine.elements(play, version.name, seconds, kept)) as [
      string,
      string,
    ][];
    const changed = all.filter(([name, value]) => said.get(name) !== value);
    if (!timeToo && changed.every(([name]) => TIME.test(name))) return;
    for (const [name, value] of changed) {
      api[version.set]?.(name, value);
      said.set(name, value);
    }
    api[version.commit]?.("");
  };
  return {
    learner: inOrder(api[version.get]?.(version.learner) ?? ""),
    kept: api[version.get]?.("cmi.suspend_data") ?? "",
    tell: (play, kept) => {
      last = { play, kept };
      tell(play, kept, false);
    },
    leave: () => {
      if (last) tell(last.play, last.kept, true);
      api[version.end]?.("");
    },
  };
}
