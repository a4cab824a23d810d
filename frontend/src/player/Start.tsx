import { type FormEvent, useState } from "react";
import { api, type Invitation, type PlayStart, Problem } from "../api/client";
import { Button } from "../ui/Button";
import { Field, inputLook } from "../ui/Field";
import { Light } from "../ui/Light";
import { Notice } from "../ui/Notice";

const NAME_KEY = "dicetrail.player";
const LONGEST_NAME = 40;

interface Props {
  invitation: Invitation;
  dice: number | null;
  started: (play: string) => void;
}

/** Before a play: what the game is, and what it asks of the player. */
export function Start({ invitation, dice, started }: Props) {
  const { count, level } = invitation;
  const [name, setName] = useState(() => localStorage.getItem(NAME_KEY) ?? "");
  const [asked, setAsked] = useState(String(count?.default ?? ""));
  const [chosenLevel, setLevel] = useState(String(level?.default ?? ""));
  const [topic, setTopic] = useState("");
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);

  const start = async (event: FormEvent) => {
    event.preventDefault();
    setBusy(true);
    setProblem("");
    const wanted: PlayStart = { player: name.trim(), topic, dice };
    if (count) wanted.count = Number(asked);
    if (level) wanted.level = Number(chosenLevel);
    if (invitation.name) localStorage.setItem(NAME_KEY, name.trim());
    try {
      started((await api.startPlay(invitation.slug, wanted)).id);
    } catch (error) {
      setProblem(error instanceof Problem ? error.message : String(error));
      setBusy(false);
    }
  };

  return (
    <form onSubmit={(event) => void start(event)} className="flex max-w-md flex-col gap-5">
      <h1 className="text-4xl">{invitation.title}</h1>
      {invitation.intro && (
        <p className="text-lg">
          <Light text={invitation.intro} />
        </p>
      )}
      {invitation.problem && <Notice tone="mind">{invitation.problem}</Notice>}
      {!invitation.problem && (
        <>
          {invitation.name && (
            <Field label="Your name">
              {(id) => (
                <input
                  id={id}
                  className={inputLook}
                  value={name}
                  maxLength={LONGEST_NAME}
                  autoComplete="nickname"
                  onChange={(event) => setName(event.target.value)}
                />
              )}
            </Field>
          )}
          {count && (
            <Bounded label="How many questions" bounds={count} value={asked} set={setAsked} />
          )}
          {level && <Bounded label="Level" bounds={level} value={chosenLevel} set={setLevel} />}
          {invitation.topics.length > 0 && (
            <Field label="Topic">
              {(id) => (
                <select
                  id={id}
                  className={inputLook}
                  value={topic}
                  onChange={(event) => setTopic(event.target.value)}
                >
                  <option value="">All topics</option>
                  {invitation.topics.map((one) => (
                    <option key={one}>{one}</option>
                  ))}
                </select>
              )}
            </Field>
          )}
          {problem && <Notice tone="bad">{problem}</Notice>}
          <Button
            type="submit"
            weight="main"
            className="self-start text-lg"
            disabled={busy}
            autoFocus
          >
            Set out
          </Button>
        </>
      )}
    </form>
  );
}

interface BoundedProps {
  label: string;
  bounds: { min: number; max: number };
  value: string;
  set: (value: string) => void;
}

function Bounded({ label, bounds, value, set }: BoundedProps) {
  return (
    <Field label={label} hint={`${bounds.min} to ${bounds.max}`}>
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
