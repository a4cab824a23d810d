import { Link } from "react-router";
import type { Snag } from "../../api/client";
import { Light } from "../../ui/Light";

/** What a snag says, with the way to its entry in the handbook. */
export function SnagText({ snag }: { snag: Pick<Snag, "code" | "message"> }) {
  return (
    <>
      <Light text={snag.message} /> <SnagEntry code={snag.code} />
    </>
  );
}

/** The way to the entry of a snag. */
export function SnagEntry({ code }: { code: string }) {
  return (
    <Link
      to={`/handbook/reference/snags#${code}`}
      data-entry={code}
      aria-label={`more about the snag ${code}`}
      className="text-sm text-soft underline"
    >
      more
    </Link>
  );
}
