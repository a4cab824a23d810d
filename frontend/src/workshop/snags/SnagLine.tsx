import clsx from "clsx";
import type { Edit, Snag } from "../../api/client";
import { Button } from "../../ui/Button";
import { SnagText } from "./SnagText";

interface Props {
  snag: Snag;
  /** Makes the changes that mend it. */
  change: (edits: Edit[]) => void;
  className?: string;
}

/** A snag of a game below what it is about, with the press that mends it where there is one. */
export function SnagLine({ snag, change, className }: Props) {
  return (
    <p
      data-snag={snag.code}
      className={clsx(
        "border-s-[3px] ps-2",
        snag.severity === "stop" ? "border-ember text-ember" : "border-ochre",
        className,
      )}
    >
      <SnagSaid snag={snag} change={change} />
    </p>
  );
}

/** What a snag says, what is code in it set as code, and its press. */
export function SnagSaid({ snag, change }: Props) {
  return (
    <>
      <SnagText snag={snag} />
      {snag.edits.length > 0 && (
        <>
          {" "}
          <Button
            small
            data-mend={snag.code}
            aria-label={`${snag.mend} (${placeOf(snag)})`}
            onClick={() => change(snag.edits)}
          >
            {snag.mend}
          </Button>
        </>
      )}
    </>
  );
}

/** Snags beside what they are about. */
export function SnagLines({ snags, ...more }: Omit<Props, "snag"> & { snags: Snag[] }) {
  return snags.map((snag) => (
    <SnagLine key={`${snag.code} ${snag.path} ${snag.line}`} snag={snag} {...more} />
  ));
}

const placeOf = ({ path, line }: Snag) => (path ? path.replaceAll(".", " ") : `line ${line}`);
