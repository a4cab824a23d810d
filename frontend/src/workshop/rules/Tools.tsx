import { ArrowDown, ArrowUp, Copy, NotebookPen, Trash2 } from "lucide-react";
import type { ReactNode } from "react";

interface Props {
  what: string;
  /** Undefined where the row can't be moved that way. */
  up?: (() => void) | undefined;
  down?: (() => void) | undefined;
  ordered?: boolean;
  duplicate?: () => void;
  comment?: () => void;
  remove: () => void;
  children?: ReactNode;
}

/** What can be done with a whole row: moved, duplicated, commented, removed. */
export function Tools(props: Props) {
  const { what, up, down, ordered = true, duplicate, comment, remove, children } = props;
  return (
    <span className="flex shrink-0 items-center gap-0.5">
      {children}
      {ordered && (
        <>
          <Tool label={`Move ${what} up`} press={up}>
            <ArrowUp size={16} aria-hidden="true" />
          </Tool>
          <Tool label={`Move ${what} down`} press={down}>
            <ArrowDown size={16} aria-hidden="true" />
          </Tool>
        </>
      )}
      {duplicate && (
        <Tool label={`Duplicate ${what}`} press={duplicate}>
          <Copy size={16} aria-hidden="true" />
        </Tool>
      )}
      {comment && (
        <Tool label={`Write a comment on ${what}`} press={comment}>
          <NotebookPen size={16} aria-hidden="true" />
        </Tool>
      )}
      <Tool label={`Remove ${what}`} press={remove}>
        <Trash2 size={16} aria-hidden="true" />
      </Tool>
    </span>
  );
}

interface ToolProps {
  label: string;
  press: (() => void) | undefined;
  children: ReactNode;
}

function Tool({ label, press, children }: ToolProps) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      disabled={!press}
      onClick={press}
      className="rounded-sm p-1 text-soft hover:bg-moss hover:text-pine disabled:opacity-30"
    >
      {children}
    </button>
  );
}
