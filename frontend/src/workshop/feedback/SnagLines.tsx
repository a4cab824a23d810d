import type { Snag } from "../../api/client";

/** Snags beside what they are about. */
export function SnagLines({ snags }: { snags: Snag[] }) {
  return snags.map((snag) => (
    <p
      key={`${snag.code} ${snag.path}`}
      data-snag={snag.code}
      className="border-s-[3px] border-ochre ps-2"
    >
      {snag.message}
    </p>
  ));
}
