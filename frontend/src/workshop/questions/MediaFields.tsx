import { useRef } from "react";
import type { Media, QuestionRecord } from "../../api/client";
import { Hear } from "../../player/Hear";
import { Button } from "../../ui/Button";
import { FileInput } from "../../ui/FileInput";
import { Field, selectLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { useBringMedia, useMedia } from "../media";
import { Line } from "./kinds/record";

interface Props {
  record: QuestionRecord;
  put: (fields: QuestionRecord, now?: boolean) => void;
  keep: () => void;
}

/** Brings a picture and gives it as an option is written. */
export function usePictureOption() {
  const bring = useBringMedia();
  return (file: File, done: (option: string) => void) =>
    bring.mutate(file, {
      onSuccess: (media) => done(`![](${media.name})`),
    });
}

/** The picture and the sound of a question. */
export function MediaFields({ record, put, keep }: Props) {
  const media = useMedia();
  const image = String(record.image ?? "");
  const [sound = "", part = ""] = String(record.sound ?? "").split("#t=");
  const picture = media.find(({ name }) => name === image);
  const heard = media.find(({ name }) => name === sound);
  return (
    <>
      <Pick
        label="Picture"
        accept="image/*"
        name={image}
        media={media.filter(({ mime }) => mime.startsWith("image/"))}
        pick={(name) => put({ image: name, ...(name ? {} : { alt: "" }) }, true)}
      />
      {picture && (
        <>
          <img
            src={picture.file}
            alt=""
            className="max-h-32 self-start rounded-sm border border-line object-contain"
          />
          <Line
            label="What is on the picture"
            hint="Read out to those who can't see it. Don't give the answer away."
            value={String(record.alt ?? "")}
            type={(alt) => put({ alt })}
            keep={keep}
          />
        </>
      )}
      <Pick
        label="Sound"
        accept="audio/*"
        name={sound}
        media={media.filter(({ mime }) => mime.startsWith("audio/"))}
        pick={(name) => put({ sound: name }, true)}
      />
      {heard && (
        <Trim
          media={heard}
          part={part}
          set={(next) => put({ sound: next ? `${sound}#t=${next}` : sound }, true)}
        />
      )}
    </>
  );
}

interface PickProps {
  label: string;
  accept: string;
  name: string;
  media: Media[];
  pick: (name: string) => void;
}

function Pick({ label, accept, name, media, pick }: PickProps) {
  const input = useRef<HTMLInputElement>(null);
  const bring = useBringMedia((brought) => pick(brought.name));
  const known = media.some((one) => one.name === name);
  return (
    <>
      <Field label={label}>
        {(id) => (
          <div className="flex gap-2">
            <select
              id={id}
              className={`${selectLook} min-w-0 flex-1`}
              value={name}
              onChange={(event) => pick(event.target.value)}
            >
              <option value="">none</option>
              {name && !known && <option value={name}>{name} (not there)</option>}
              {media.map((one) => (
                <option key={one.id}>{one.name}</option>
              ))}
            </select>
            <FileInput
              input={input}
              label={`Bring a ${label.toLowerCase()}`}
              accept={accept}
              take={bring.mutate}
            />
            <Button small onClick={() => input.current?.click()} disabled={bring.isPending}>
              {bring.isPending ? "Bringing …" : "Bring one"}
              <span className="sr-only"> ({label.toLowerCase()})</span>
            </Button>
          </div>
        )}
      </Field>
      {bring.error && <Notice tone="bad">{bring.error.message}</Notice>}
    </>
  );
}

/** The shape of a sound, and which part of it is heard. */
function Trim({ media, part, set }: { media: Media; part: string; set: (part: string) => void }) {
  const [from = "", to = ""] = part.split(",");
  const start = Number(from) || 0;
  const end = to === "" ? media.seconds : Number(to);
  const peaks = media.peaks ?? [];
  const write = (a: number, b: number) => {
    const low = Math.max(0, Math.min(a, media.seconds));
    const high = Math.max(low, Math.min(b, media.seconds));
    const whole = low === 0 && high >= media.seconds;
    set(whole ? "" : `${round(low)}${high >= media.seconds ? "" : `,${round(high)}`}`);
  };
  return (
    <div className="flex flex-col gap-2" data-peaks={peaks.length}>
      <svg
        viewBox={`0 0 ${peaks.length || 1} 40`}
        preserveAspectRatio="none"
        className="h-12 w-full border border-line bg-paper"
        role="img"
        aria-label={`The shape of ${media.name}, ${media.seconds.toFixed(1)} seconds`}
      >
        {peaks.map((peak, n) => {
          const at = (n / peaks.length) * media.seconds;
          const heard = at >= start && at <= end;
          return (
            <rect
              key={n}
              x={n}
              y={20 - peak * 19}
              width={0.7}
              height={Math.max(0.6, peak * 38)}
              className={heard ? "fill-pine" : "fill-line"}
            />
          );
        })}
      </svg>
      <div className="flex items-end gap-3">
        <Seconds label="From second" value={start} set={(value) => write(value, end)} />
        <Seconds label="To second" value={end} set={(value) => write(start, value)} />
        <Hear file={part ? `${media.file}#t=${part}` : media.file} label="Hear" />
      </div>
    </div>
  );
}

function Seconds(props: { label: string; value: number; set: (value: number) => void }) {
  return (
    <label className="flex flex-col text-sm">
      {props.label}
      <input
        key={props.value}
        type="number"
        min={0}
        step={0.1}
        className={`${selectLook} w-24`}
        defaultValue={round(props.value)}
        onBlur={(event) => {
          const value = Number(event.target.value);
          if (event.target.value === "") event.target.value = String(round(props.value));
          else if (Math.abs(value - props.value) > 0.005) props.set(value);
        }}
      />
    </label>
  );
}

const round = (value: number) => Math.round(value * 100) / 100;
