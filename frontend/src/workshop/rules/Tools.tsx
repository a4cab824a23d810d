import { ArrowDown, ArrowUp, Copy, Trash2 } from "lucide-react";
import type { ReactNode } from "react";

interface Props {
  what: string;
  /** Undefined where the row can't be moved that way. */
  up?: (() => void) | undefined;
  down?: (() => void) | undefined;
  ordered?: boolean;
  double?: () => void;
  take: () => void;
  children?: ReactNode;
}

/** What can be done with a whole row: moved, doubled, taken away. */
export function Tools({ what, up, down, ordered = true, double, take, children }: Props) {
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
      {double && (
        <Tool label={`Double ${what}`} press={double}>
          <Copy size={16} aria-hidden="true" />
        </Tool>
      )}
      <Tool label={`Take ${what} away`} press={take}>
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
