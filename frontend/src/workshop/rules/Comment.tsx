import { useState } from "react";
import type { Path } from "./rows";

/** Writes a comment at a place of the rules. */
export type CommentOn = (path: Path, comment: string) => void;

/** The maker's comment on a row, an ending, an award or a meter; it stands as a comment in the text, too. */
export function Comment(props: {
  what: string;
  comment: string;
  writing: boolean;
  close: () => void;
  keep: (comment: string) => void;
}) {
  const { what, comment, writing, close, keep } = props;
  const [draft, setDraft] = useState<string>();
  if (!writing && comment === "") return null;
  const done = () => {
    if (draft !== undefined && draft.trim() !== comment) keep(draft.trim());
    setDraft(undefined);
    close();
  };
  const text = draft ?? comment;
  return (
    <textarea
      autoFocus={writing}
      aria-label={`Comment on ${what}`}
      data-comment={what}
      placeholder="a comment for yourself"
      rows={text.split("\n").length}
      value={text}
      onChange={(event) => setDraft(event.target.value)}
      onBlur={done}
      onKeyDown={(event) => {
        if (event.key === "Escape") {
          event.stopPropagation();
          setDraft(undefined);
          close();
        } else if (event.key === "Enter" && !event.shiftKey) {
          event.preventDefault();
          event.currentTarget.blur();
        }
      }}
      className="mt-0.5 ml-9 block w-[calc(100%-2.25rem)] resize-none rounded-sm border border-transparent bg-transparent px-1.5 text-sm text-soft italic [field-sizing:content] placeholder:text-soft hover:border-line focus:border-edge focus:bg-sheet"
    />
  );
}
