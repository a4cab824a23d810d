import { useRef } from "react";
import { Button } from "../../../ui/Button";
import { FileInput } from "../../../ui/FileInput";
import { selectLook } from "../../../ui/Field";
import { Notice } from "../../../ui/Notice";
import { useBringMedia, useMedia } from "../../media";

interface Props {
  label: string;
  kind: "image" | "audio";
  value: string;
  keep: (file: string) => void;
}

/** A picture or a sound: one of those that are there, one that is brought, or none. */
export function FileChoice({ label, kind, value, keep }: Props) {
  const media = useMedia().filter(({ mime }) => mime.startsWith(`${kind}/`));
  const input = useRef<HTMLInputElement>(null);
  const bring = useBringMedia((found) => keep(found.name));
  return (
    <div className="flex flex-col gap-1">
      <div className="flex items-center gap-3">
        <label className="flex min-w-0 flex-1 items-center gap-3">
          <span className="w-24 shrink-0">{label}</span>
          <select
            data-field={label}
            className={`${selectLook} min-w-0 flex-1`}
            value={value}
            onChange={(event) => keep(event.target.value)}
          >
            <option value="">none</option>
            {value && !media.some(({ name }) => name === value) && <option>{value}</option>}
            {media.map(({ id, name }) => (
              <option key={id}>{name}</option>
            ))}
          </select>
        </label>
        <FileInput
          input={input}
          label={`A file for ${label}`}
          accept={`${kind}/*`}
          take={bring.mutate}
        />
        <Button
          small
          aria-label={`Bring a file for ${label}`}
          disabled={bring.isPending}
          onClick={() => input.current?.click()}
        >
          Bring
        </Button>
      </div>
      {bring.error && <Notice tone="bad">{bring.error.message}</Notice>}
    </div>
  );
}
