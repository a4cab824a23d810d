import { type FormEvent, useState } from "react";
import { type Invitation, type PlayStart, Problem } from "../api/client";
import { Button } from "../ui/Button";
import { Field, inputLook } from "../ui/Field";
import { Light } from "../ui/Light";
import { Notice } from "../ui/Notice";
import { Tick } from "../ui/Tick";
import { keptObject } from "../kept";
import { alike, AskedPlayers } from "./AskedPlayers";
import { useCarrier } from "./carrier";
import { Hear } from "./Hear";
import { useTexts } from "./texts";

const NAME_KEY = "dicetrail.player";
/** Where what a player chose of a game is kept for the next play. */
const chosenKey = (slug: string) => `dicetrail.chosen.${slug}`;
const LONGEST_NAME = 40;

interface Props {
  invitation: Invitation;
  dice: number | null;
  started: (play: string) => void;
  /** Shown to its maker, beside other things to type in: takes no focus, and starts nothing. */
  quiet?: boolean;
}

/** Before a play: what the game is, and what it asks of the player. */
export function Start(props: Props) {
  const { invitation, quiet = false } = props;
  const t = useTexts();
  const { count, level, welcome } = invitation;
  const { chosen, set, start, problem, busy } = useStart(props);
  const offered = invitation.offers.find(
    (one) => one.topic === chosen.topic && one.level === (level ? Number(chosen.level) : null),
  );
  return (
    <div className="flex gap-x-8 gap-y-5 max-md:flex-col-reverse">
      <form
        onSubmit={(event) => void start(event)}
        className="flex min-w-0 flex-1 flex-col gap-5 md:max-w-md"
      >
        <h1 className="text-4xl break-words">{invitation.title}</h1>
        {invitation.intro && (
          <p className="text-lg whitespace-pre-line">
            <Light text={invitation.intro} />
          </p>
        )}
        {invitation.played && <p className="text-soft">{invitation.played}</p>}
        {welcome.speech && !invitation.silent && (
          <Hear file={welcome.speech} label={t("start.hear")} />
        )}
        {invitation.note && (
          <p className="border-s-2 border-line ps-3 whitespace-pre-line">{invitation.note}</p>
        )}
        {invitation.shut && (
          <Notice tone="mind">
            {t(`page.${invitation.shut}`, { when: t.time(invitation.opens) })}
          </Notice>
        )}
        {!invitation.shut && (
          <>
            <Asked invitation={invitation} chosen={chosen} set={set} />
            {offered && (
              <p data-offered={offered.questions} className="text-soft">
                {t.plural(
                  "rules.questions",
                  count ? Math.min(Number(chosen.asked), offered.questions) : offered.questions,
                )}
              </p>
            )}
            {problem && <Notice tone="bad">{problem}</Notice>}
            <Button
              type="submit"
              weight="main"
              className="self-start text-lg"
              disabled={busy}
              autoFocus={!quiet}
            >
              {t("start.go")}
            </Button>
          </>
        )}
      </form>
      {welcome.picture && (
        <img
          src={welcome.picture}
          alt={welcome.alt}
          className="max-h-72 w-full self-start rounded-sm border border-line object-cover md:max-h-96 md:w-2/5"
        />
      )}
    </div>
  );
}

type Choices = Record<"name" | "asked" | "level" | "topic", string> & {
  players: string[];
  hidden: boolean;
};

/** What the player chooses before a play, as it was the last time, and how the play begins. */
function useStart({ invitation, dice, started, quiet = false }: Props) {
  const t = useTexts();
  const carrier = useCarrier();
  const { count, level } = invitation;
  const [name, setName] = useState(() => localStorage.getItem(NAME_KEY) ?? "");
  const [before] = useState(() => chosenBefore(invitation));
  const [asked, setAsked] = useState(String(before.count ?? ""));
  const [chosenLevel, setLevel] = useState(String(before.level ?? ""));
  const [topic, setTopic] = useState(before.topic);
  const [players, setPlayers] = useState(before.players);
  const [hidden, setHidden] = useState(false);
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);

  const start = async (event: FormEvent) => {
    event.preventDefault();
    if (quiet) return;
    if (alike(players)) {
      setProblem(t("players.twice"));
      return;
    }
    setBusy(true);
    setProblem("");
    const wanted: PlayStart = { player: name.trim(), topic, dice, like: "", players, hidden };
    if (count) wanted.count = Number(asked);
    if (level) wanted.level = Number(chosenLevel);
    const { count: some, level: at } = wanted;
    localStorage.setItem(
      chosenKey(invitation.slug),
      JSON.stringify({ count: some, level: at, topic, players }),
    );
    if (invitation.name) localStorage.setItem(NAME_KEY, name.trim());
    try {
      started(await carrier.start(invitation.slug, wanted));
    } catch (error) {
      setProblem(
        invitation.language === "en" && error instanceof Problem ? error.message : t("page.failed"),
      );
      setBusy(false);
    }
  };

  const chosen: Choices = { name, asked, level: chosenLevel, topic, players, hidden };
  const set = {
    name: setName,
    asked: setAsked,
    level: setLevel,
    topic: setTopic,
    players: setPlayers,
    hidden: setHidden,
  };
  return { chosen, set, start, problem, busy };
}

interface AskedProps {
  invitation: Invitation;
  chosen: Choices;
  set: { [Name in keyof Choices]: (value: Choices[Name]) => void };
}

/** What the game asks before a play. */
function Asked({ invitation, chosen, set }: AskedProps) {
  const t = useTexts();
  const { count, level } = invitation;
  return (
    <>
      {invitation.players && (
        <AskedPlayers asks={invitation.players} names={chosen.players} set={set.players} />
      )}
      {invitation.name && (
        <Field label={t("start.name")}>
          {(id) => (
            <input
              id={id}
              className={inputLook}
              value={chosen.name}
              maxLength={LONGEST_NAME}
              autoComplete="nickname"
              onChange={(event) => set.name(event.target.value)}
            />
          )}
        </Field>
      )}
      {invitation.wall && (
        <Tick label={t("start.hidden")} value={chosen.hidden} keep={set.hidden} />
      )}
      {count && (
        <Bounded label={t("start.count")} bounds={count} value={chosen.asked} set={set.asked} />
      )}
      {level && (
        <Bounded label={t("start.level")} bounds={level} value={chosen.level} set={set.level} />
      )}
      {invitation.topics.length > 0 && (
        <Field label={t("start.topic")}>
          {(id) => (
            <select
              id={id}
              className={inputLook}
              value={chosen.topic}
              onChange={(event) => set.topic(event.target.value)}
            >
              {invitation.all_topics && <option value="">{t("start.all_topics")}</option>}
              {invitation.topics.map((one) => (
                <option key={one}>{one}</option>
              ))}
            </select>
          )}
        </Field>
      )}
    </>
  );
}

/** What was chosen before the last play, as far as the game still asks for it; else what it begins with. */
function chosenBefore({ slug, count, level, topics, all_topics: all, players }: Invitation) {
  const kept = keptObject(chosenKey(slug)) ?? {};
  const within = (bounds: Invitation["count"], value: unknown) =>
    bounds && typeof value === "number" && value >= bounds.min && value <= bounds.max
      ? value
      : bounds?.default;
  const topic = topics.find((one) => one === kept["topic"]);
  return {
    count: within(count, kept["count"]),
    level: within(level, kept["level"]),
    topic: topic ?? (all ? "" : (topics[0] ?? "")),
    players: players ? playersBefore(kept["players"], players) : [],
  };
}

/** Who played the last time, where so many still can; else as few as can. */
function playersBefore(kept: unknown, { least, most }: NonNullable<Invitation["players"]>) {
  const names = Array.isArray(kept) ? kept.filter((one) => typeof one === "string") : [];
  return names.length >= least && names.length <= most
    ? names
    : Array.from({ length: least }, () => "");
}

interface BoundedProps {
  label: string;
  bounds: { min: number; max: number };
  value: string;
  set: (value: string) => void;
}

function Bounded({ label, bounds, value, set }: BoundedProps) {
  const t = useTexts();
  return (
    <Field label={label} hint={t("start.bounds", { low: bounds.min, high: bounds.max })}>
      {(id, describedBy) => (
        <input
          id={id}
          aria-describedby={describedBy}
          className={inputLook}
          type="number"
          required
          min={bounds.min}
          max={bounds.max}
          value={value}
          onChange={(event) => set(event.target.value)}
        />
      )}
    </Field>
  );
}
