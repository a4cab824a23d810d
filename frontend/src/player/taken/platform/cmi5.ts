import type { CourseEngine } from "../python";
import type { Platform } from "./platform";

/** What we keep at the platform: the play, when each began, and which statements it has. */
interface Kept {
  play: string;
  began: Record<string, number>;
  told: string[];
}
interface Statement {
  id: string;
  verb: { id: string };
}

const STATE = "dicetrail.play";
const VERSION = "1.0.3";
/** Verbs that a registration may have once. */
const ONCE = /\/(completed|passed|failed)$/;

/** The platform that launched this page by cmi5, where one did. Throws where it can't be reached. */
export async function cmi5Here(engine: CourseEngine): Promise<Platform | undefined> {
  const asked = new URLSearchParams(location.search);
  const [endpoint, fetchToken, actor, activity, registration] = [
    "endpoint",
    "fetch",
    "actor",
    "activityId",
    "registration",
  ].map((name) => asked.get(name) ?? "");
  if (!endpoint || !fetchToken || !actor || !activity || !registration) return undefined;
  const token = (await (await fetch(fetchToken, { method: "POST" })).json()) as Record<
    string,
    string
  >;
  const headers = {
    Authorization: `Basic ${token["auth-token"] ?? ""}`,
    "X-Experience-API-Version": VERSION,
    "Content-Type": "application/json",
  };
  const base = endpoint.endsWith("/") ? endpoint : `${endpoint}/`;
  const of = (path: string, more: Record<string, string>) =>
    `${base}${path}?${new URLSearchParams({ agent: actor, ...more }).toString()}`;
  const state = (stateId: string) =>
    of("activities/state", { activityId: activity, registration, stateId });
  const got = async <T>(address: string): Promise<T | undefined> => {
    const answer = await fetch(address, { headers });
    return answer.ok ? ((await answer.json()) as T) : undefined;
  };
  const launched = await got<{ contextTemplate?: object; launchMode?: string }>(
    state("LMS.LaunchData"),
  );
  await got(of("agents/profile", { profileId: "cmi5LearnerPreferences" }));
  const launch = JSON.stringify({
    actor: JSON.parse(actor) as object,
    activity,
    registration,
    context: launched?.contextTemplate ?? {},
  });
  const since = performance.now();
  const counts = (launched?.launchMode ?? "Normal") === "Normal";
  const before = await got<Kept>(state(STATE));
  const began = { ...before?.began };
  const told = new Set(before?.told);
  let line = Promise.resolve();
  let keptLast = before?.play ?? "";

  const send = (statements: Statement[], keepalive = false) =>
    fetch(`${base}statements`, {
      method: "POST",
      headers,
      body: JSON.stringify(statements),
      keepalive,
    });
  const session = (verb: string) =>
    JSON.parse(
      engine.of_session(verb, Date.now(), (performance.now() - since) / 1000, launch),
    ) as Statement;
  const report = async (play: string, kept: string) => {
    began[play] ??= Date.now();
    const all = JSON.parse(engine.statements(play, launch, began[play])) as Statement[];
    const key = ({ id, verb }: Statement) => ONCE.exec(verb.id)?.[1] ?? id;
    const fresh = counts ? all.filter((one) => !told.has(key(one))) : [];
    if (fresh.length === 0 && kept === keptLast) return;
    if (fresh.length > 0 && (await send(fresh)).ok) fresh.forEach((one) => told.add(key(one)));
    keptLast = kept;
    const body = JSON.stringify({ play: kept, began, told: [...told] } satisfies Kept);
    await fetch(state(STATE), { method: "PUT", headers, body });
  };

  await send([session("initialized")]);
  return {
    learner: (JSON.parse(actor) as { name?: string }).name ?? "",
    kept: keptLast,
    tell: (play, kept) => {
      // what could not be sent is sent with what comes next
      line = line.then(() => report(play, kept)).catch(() => undefined);
    },
    leave: () => {
      void send([session("terminated")], true);
    },
  };
}
