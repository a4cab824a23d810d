import { Fragment, type ReactNode } from "react";

const MARK = /(\*\*[^*]+\*\*|\*[^*\s][^*]*\*|`[^`]+`)/;

/** A text with light Markdown: **bold**, *italics* and `code`; everything else is shown as it stands. */
export function Light({ text }: { text: string }) {
  return text.split(MARK).map((part, n) => <Fragment key={n}>{dressed(part)}</Fragment>);
}

function dressed(part: string): ReactNode {
  if (part.length > 4 && part.startsWith("**") && part.endsWith("**"))
    return <strong>{part.slice(2, -2)}</strong>;
  if (part.length > 2 && part.startsWith("*") && part.endsWith("*"))
    return <em>{part.slice(1, -1)}</em>;
  if (part.length > 2 && part.startsWith("`") && part.endsWith("`"))
    return <code className="font-mono">{part.slice(1, -1)}</code>;
  return part;
}
