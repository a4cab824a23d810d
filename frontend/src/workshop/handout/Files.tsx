import { useState } from "react";
import { bundleFile, type Game, gameFile, printableSheet, takeAway } from "../../api/client";
import { buttonLook } from "../../ui/Button";
import { Field, inputLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { Tick } from "../../ui/Tick";
import { useWords } from "../data";

const MOST_VERSIONS = 8;

/** The files that a game is given away as. */
export function Files({ game }: { game: Game }) {
  const ways = useWords()?.take_aways ?? [];
  const entries = (playing: boolean) =>
    ways
      .filter(({ plays }) => plays === playing)
      .map(({ way, ending, title, about, size }) => (
        <Entry
          key={way}
          title={title}
          about={about}
          files={[[`Save the .${ending} file`, takeAway(game.id, way), size]]}
        />
      ));
  const bundle = (
    <Entry
      title="A bundle, for another maker"
      about="The game with its packs, pictures, sounds, waymarks and comments, to go on with: brought on the shelf of any workshop, or given to the command line."
      files={[
        ["Save the bundle", bundleFile(game.id), ""],
        ["Only the rules (YAML)", gameFile(game.id), ""],
      ]}
    />
  );
  return (
    <div className="flex max-w-6xl flex-col">
      {game.playable ? (
        <div className="grid gap-x-12 lg:grid-cols-2">
          {entries(true)}
          <p className="border-b border-line py-3 text-soft lg:col-span-2">
            Right answers are not in plain sight in these, but whoever opens the file up can find
            them. Where that matters, hand out a link: then they stay here until they are revealed.
          </p>
          <PrintIt game={game} />
          {entries(false)}
          {bundle}
        </div>
      ) : (
        <>
          <Notice tone="mind">It can’t be played yet: mend what stops it first.</Notice>
          {bundle}
        </>
      )}
    </div>
  );
}

interface EntryProps {
  title: string;
  about: string;
  files: [label: string, href: string, size: string][];
}

function Entry({ title, about, files }: EntryProps) {
  return (
    <section className="border-b border-line py-4">
      <h2 className="text-xl">{title}</h2>
      <p className="my-1 max-w-prose">{about}</p>
      <p className="flex flex-wrap items-center gap-3">
        {files.map(([label, href, size]) => (
          <span key={label} className="flex items-center gap-2">
            <a className={buttonLook("plain", true)} href={href} download>
              {label}
            </a>
            <span className="text-sm text-soft">{size}</span>
          </span>
        ))}
      </p>
    </section>
  );
}

/** A sheet of questions on paper, one version for each of the dice. */
function PrintIt({ game }: { game: Game }) {
  const [dice, setDice] = useState(String(game.dice));
  const [key, setKey] = useState(true);
  const numbers = dice
    .split(/[\s,;]+/)
    .filter((one) => /^\d{1,15}$/.test(one))
    .map(Number)
    .slice(0, MOST_VERSIONS);
  return (
    <section className="border-b border-line py-4">
      <h2 className="text-xl">On paper</h2>
      <p className="my-1 max-w-prose">
        A sheet of questions for A4 or Letter, dealt by a dice number; several numbers make the
        versions A, B, C.
      </p>
      <div className="flex flex-wrap items-end gap-4">
        <div className="w-64">
          <Field label="Dice" hint={`up to ${MOST_VERSIONS} numbers`}>
            {(id, about) => (
              <input
                id={id}
                aria-describedby={about}
                className={inputLook}
                value={dice}
                onChange={({ target }) => setDice(target.value)}
              />
            )}
          </Field>
        </div>
        <div className="pb-7">
          <Tick label="with the key" value={key} keep={setKey} />
        </div>
        {numbers.length > 0 && (
          <a
            className={`${buttonLook("plain", true)} mb-7`}
            href={printableSheet(game.id, numbers, key)}
            target="_blank"
            rel="noreferrer"
          >
            Open to print
          </a>
        )}
      </div>
    </section>
  );
}
