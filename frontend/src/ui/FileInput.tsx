import type { RefObject } from "react";

interface Props {
  /** By which a button beside it opens it. */
  input: RefObject<HTMLInputElement | null>;
  label: string;
  accept?: string;
  take: (file: File) => void;
}

/** A file that is chosen, out of sight; the same file may be chosen again. */
export function FileInput({ input, label, accept, take }: Props) {
  return (
    <input
      ref={input}
      type="file"
      accept={accept}
      className="hidden"
      aria-label={label}
      onChange={(event) => {
        const [file] = event.target.files ?? [];
        event.target.value = "";
        if (file) take(file);
      }}
    />
  );
}
