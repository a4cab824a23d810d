import { useState } from "react";
import type { Addresses, Handout } from "../../api/client";
import { Button, buttonLook } from "../../ui/Button";
import { counted } from "../words";
import { day } from "./days";
import { WallCode } from "./WallCode";

interface Props {
  handout: Handout;
  addresses: Addresses | undefined;
  edit: () => void;
  close: (closed: boolean) => void;
  anew: () => void;
}

const STATE: Record<Handout["shut"], string> = {
  "": "open",
  closed: "closed",
  not_yet: "not open yet",
  enough: "open",
};

/** A hand-out: its link, how it stands, and its versions. */
export function HandoutEntry({ handout, addresses, edit, close, anew }: Props) {
  const [copied, setCopied] = useState(false);
  const [wall, setWall] = useState(false);
  const address = `${addresses?.here ?? location.origin}/play/${handout.link}`;
  const plays = handout.versions.reduce((all, one) => all + one.plays, 0);
  const latest = handout.versions[0];
  const copy = async () => {
    await navigator.clipboard.writeText(address);
    setCopied(true);
  };
  return (
    <li className="border-t border-line py-4" data-handout={handout.link} data-shut={handout.shut}>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h3 className="text-xl">{handout.name}</h3>
        <span className={handout.shut ? "font-bold text-ember" : "text-pine"}>
          {STATE[handout.shut]}
        </span>
        <span className="text-soft">
          {counted(plays, "play")}
          {handout.versions.length > 1 &&
            ` (${handout.versions.map((one) => `${one.plays} of version ${one.number}`).join(", ")})`}
        </span>
      </div>
      <p className="my-1 flex flex-wrap items-center gap-3">
        <a
          className="font-mono text-pine underline"
          href={address}
          target="_blank"
          rel="noreferrer"
        >
          /play/{handout.link}
        </a>
        <Button small onClick={() => void copy()}>
          Copy link
        </Button>
        <span role="status" className="text-sm text-soft">
          {copied && "Copied"}
        </span>
      </p>
      <p className="text-soft">{told(handout)}</p>
      {handout.changed && (
        <p className="mt-1 border-s-[3px] border-ochre ps-2">
          The game was changed since version {latest?.number} went out. New plays are still of that
          version.
        </p>
      )}
      <div className="mt-2 flex flex-wrap gap-2">
        <Button small onClick={() => setWall(true)}>
          Code for the wall
        </Button>
        {handout.wall !== "off" && (
          <a
            className={buttonLook("plain", true)}
            href={`/wall/${handout.link}`}
            target="_blank"
            rel="noreferrer"
          >
            Open the wall
          </a>
        )}
        <Button small onClick={edit}>
          Settings
        </Button>
        {handout.changed && (
          <Button small weight="main" onClick={anew}>
            Hand out anew
          </Button>
        )}
        <Button small onClick={() => close(!handout.closed)}>
          {handout.closed ? "Open again" : "Close"}
        </Button>
      </div>
      {wall && <WallCode handout={handout} addresses={addresses} leave={() => setWall(false)} />}
    </li>
  );
}

/** In a line, how a game is handed out. */
function told(one: Handout): string {
  const latest = one.versions[0];
  return [
    latest && `version ${latest.number} of ${day(latest.at)}`,
    one.opens && `opens ${day(one.opens)}`,
    one.closes && `closes ${day(one.closes)}`,
    one.asks_name ? "a name is asked" : "no name is asked",
    one.one_deal && "one deal for all",
    one.plays_each != null && `${counted(one.plays_each, "play")} each`,
    one.best && "the best are shown",
    one.together && (one.begun ? "it has begun for all" : "all begin together"),
    one.keep_days != null && `plays are kept ${counted(one.keep_days, "day")}`,
    one.listed && "on the players’ list",
  ]
    .filter(Boolean)
    .join(" · ");
}
