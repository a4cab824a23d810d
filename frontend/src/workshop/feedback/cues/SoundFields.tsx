import { useRef } from "react";
import type { Edit, SoundPart } from "../../../api/client";
import { lengthOf, playSound, shapeOf, type Sound } from "../../../look/sounds";
import { Amount } from "../../../ui/Amount";
import { Button } from "../../../ui/Button";
import { FileInput } from "../../../ui/FileInput";
import { Choice } from "../../../ui/Choice";
import { selectLook } from "../../../ui/Field";
import { Notice } from "../../../ui/Notice";
import { useWords } from "../../data";
import { useBringMedia, useMedia } from "../../media";
import { set } from "../../rules/rows";

interface Props {
  name: string;
  sound: SoundPart | undefined;
  mine: boolean;
  taken: string[];
  change: (edits: Edit[]) => void;
  nameIt: (sound: string) => Edit;
}

/** A sound: made from a few settings, or brought and trimmed; its course and its level drawn. */
export function SoundFields({ name, sound, mine, taken, change, nameIt }: Props) {
  const media = useMedia();
  if (!sound) return null;
  const [file = "", part = ""] = (sound.file ?? "").split("#t=");
  const [start = "0", end = ""] = part.split(",");
  const brought = media.find((one) => one.name === file);
  const own = mine ? name : freeName(taken);
  function keep(fields: Partial<SoundPart>) {
    if (mine)
      change(Object.entries(fields).map(([key, value]) => set(["sounds", name, key], value)));
    else change([set(["sounds", own], { ...sound, ...fields }), nameIt(own)]);
  }
  const trim = (from: string, to: string) =>
    keep({ file: `${file}${Number(from) > 0 || to ? `#t=${from || 0}${to && `,${to}`}` : ""}` });
  const shape = file && brought ? brought.peaks : shapeOf(sound as Sound);
  const heard: Sound = {
    ...(sound as Sound),
    name,
    file: brought ? `${brought.file}${part && `#t=${part}`}` : "",
  };
  const length = file ? (Number(end) || brought?.seconds || 0) - Number(start) : lengthOf(heard);
  const level = Math.round(100 * (sound.level ?? 0.6));
  return (
    <fieldset className="flex flex-col gap-2 border-t border-line pt-2">
      <legend className="text-lg font-semibold">The sound ‘{name}’</legend>
      {!mine && (
        <p className="text-sm text-soft">Change it, and this game has a sound of its own.</p>
      )}
      <div className="flex items-center gap-3">
        <Shape peaks={shape ?? []} said={`Level ${level} %, ${length.toFixed(2)} seconds`} />
        <Button small onClick={() => playSound(heard)}>
          Hear it
        </Button>
      </div>
      <p className="text-sm text-soft">
        {length.toFixed(2)} seconds, level {level} %
      </p>
      <SourceOf file={file} media={media} keep={(file) => keep({ file })} />
      {file ? (
        <>
          <Amount
            label="From"
            unit="s"
            step={0.1}
            value={Number(start) || 0}
            keep={(from) => trim(String(from), end)}
          />
          <Amount
            label="To"
            unit="s"
            step={0.1}
            value={Number(end) || brought?.seconds || 0}
            keep={(to) => trim(start, String(to))}
          />
        </>
      ) : (
        <Made sound={sound} keep={keep} />
      )}
      <Amount
        label="Level"
        unit="0 to 1"
        step={0.05}
        value={sound.level ?? 0.6}
        keep={(level) => keep({ level })}
      />
    </fieldset>
  );
}

function Shape({ peaks, said }: { peaks: number[]; said: string }) {
  return (
    <svg
      viewBox="0 0 120 32"
      className="h-10 flex-1 border border-line bg-sheet"
      role="img"
      aria-label={said}
    >
      {peaks.map((loud, n) => (
        <line
          key={n}
          x1={((n + 0.5) * 120) / peaks.length}
          x2={((n + 0.5) * 120) / peaks.length}
          y1={16 - 15 * loud}
          y2={16 + 15 * loud}
          className="stroke-pine"
          strokeWidth={Math.max(0.5, 90 / peaks.length)}
        />
      ))}
    </svg>
  );
}

const MADE = [
  ["pitch", "Pitch", "hertz", 1, 440],
  ["notes", "Notes", "", 1, 1],
  ["step", "Each goes up", "half tones", 0.5, 0],
  ["each", "Each lasts", "s", 0.01, 0.2],
  ["slide", "Each glides", "half tones", 0.5, 0],
] as const;

interface MadeProps {
  sound: SoundPart;
  keep: (fields: Partial<SoundPart>) => void;
}

/** What a sound is made from that is no file. */
function Made({ sound, keep }: MadeProps) {
  const words = useWords();
  return (
    <>
      {MADE.map(([key, label, unit, step, usual]) => (
        <Amount
          key={key}
          label={label}
          unit={unit}
          step={step}
          value={sound[key] ?? usual}
          keep={(value) => keep({ [key]: value })}
        />
      ))}
      <Choice
        label="Timbre"
        values={words?.timbres ?? []}
        value={sound.tone ?? "soft"}
        keep={(tone) => keep({ tone: tone as NonNullable<SoundPart["tone"]> })}
      />
    </>
  );
}

function freeName(taken: string[]): string {
  for (let n = 1; ; n += 1) if (!taken.includes(`own ${n}`)) return `own ${n}`;
}

interface SourceProps {
  file: string;
  media: ReturnType<typeof useMedia>;
  keep: (file: string) => void;
}

/** Whether a sound is made here or is a file, which may be brought. */
function SourceOf({ file, media, keep }: SourceProps) {
  const input = useRef<HTMLInputElement>(null);
  const bring = useBringMedia((found) => keep(found.name));
  return (
    <>
      <label className="flex items-center gap-3">
        <span className="w-24">Made or file</span>
        <select
          data-field="Made or file"
          className={`${selectLook} min-w-0 flex-1`}
          value={file}
          onChange={(event) => keep(event.target.value)}
        >
          <option value="">made here</option>
          {media
            .filter(({ mime }) => mime.startsWith("audio/"))
            .map((one) => (
              <option key={one.id}>{one.name}</option>
            ))}
        </select>
      </label>
      <FileInput input={input} label="A sound file" accept="audio/*" take={bring.mutate} />
      <Button
        small
        className="self-start"
        disabled={bring.isPending}
        onClick={() => input.current?.click()}
      >
        Bring a sound file
      </Button>
      {bring.error && <Notice tone="bad">{bring.error.message}</Notice>}
    </>
  );
}
