import { useState } from "react";
import type { Edit, FeedbackOf } from "../../../api/client";
import { Amount } from "../../../ui/Amount";
import { Choice } from "../../../ui/Choice";
import { inputLook } from "../../../ui/Field";
import { useWords } from "../../data";
import { set } from "../../rules/rows";
import { FileChoice } from "./FileChoice";

interface Props {
  found: FeedbackOf;
  change: (edits: Edit[]) => void;
}

/** What invites a player before a play. */
export function Welcome({ found, change }: Props) {
  const { welcome } = found;
  const words = useWords();
  const put = (key: string, value: unknown) => change([set(["welcome", key], value)]);
  return (
    <>
      <h2 className="text-xl">Before a play</h2>
      <p className="text-sm text-soft">
        The title and the intro stand with the rules; how it is played is told from the rules by
        itself.
      </p>
      <FileChoice
        label="Picture"
        kind="image"
        value={welcome.picture ?? ""}
        keep={(file) => put("picture", file)}
      />
      <Line
        label="What is on it"
        value={welcome.alt ?? ""}
        most={500}
        keep={(alt) => put("alt", alt)}
      />
      <FileChoice
        label="Music"
        kind="audio"
        value={welcome.music ?? ""}
        keep={(file) => put("music", file)}
      />
      <Amount
        label="Its volume"
        unit="0 to 1; less while something is spoken"
        step={0.05}
        value={welcome.volume ?? 0.4}
        keep={(volume) => put("volume", volume)}
      />
      {welcome.music && (
        <Choice
          label="It is heard"
          values={words?.music_when ?? []}
          value={welcome.music_when ?? "always"}
          keep={(value) => put("music_when", value)}
        />
      )}
      <FileChoice
        label="Spoken"
        kind="audio"
        value={welcome.speech ?? ""}
        keep={(file) => put("speech", file)}
      />
    </>
  );
}

interface LineProps {
  label: string;
  value: string;
  most: number;
  placeholder?: string;
  keep: (value: string) => void;
}

/** A line of text, kept when it is left. */
export function Line({ label, value, most, placeholder, keep }: LineProps) {
  const [text, setText] = useState(value);
  const done = () => text !== value && keep(text);
  return (
    <label className="flex items-center gap-3">
      <span className="w-24 shrink-0">{label}</span>
      <input
        data-field={label}
        className={inputLook}
        value={text}
        maxLength={most}
        placeholder={placeholder}
        onChange={(event) => setText(event.target.value)}
        onBlur={done}
        onKeyDown={(event) => event.key === "Enter" && done()}
      />
    </label>
  );
}
