import clsx from "clsx";
import type { Snag } from "../../api/client";

/** A snag below what it is about. */
export function SnagLine({ snag }: { snag: Snag }) {
  return (
    <p
      data-snag={snag.code}
      className={clsx(
        "mt-1 ml-9 border-l-[3px] pl-2 text-sm",
        snag.severity === "stop" ? "border-ember text-ember" : "border-ochre",
      )}
    >
      {snag.message}
    </p>
  );
}
