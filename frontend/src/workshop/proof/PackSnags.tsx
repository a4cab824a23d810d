import { useMutation } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, type Game, type PackSummary } from "../../api/client";
import { Button } from "../../ui/Button";
import { SnagText } from "../snags/SnagText";
import { Notice } from "../../ui/Notice";
import { usePack, useShow } from "../data";
import { counted, shortName, worthALook } from "../words";

const MOST_SHOWN = 6;

/** What is wrong in the lines of a pack, mended here where one press does it. */
export function PackSnags({ game, pack }: { game: Game; pack: PackSummary }) {
  const { data } = usePack(pack.id);
  const show = useShow().pack;
  const mend = useMutation({
    mutationFn: ({ line, mended }: { line: number; mended: string | null }) =>
      api.changeLine(pack.id, line, mended, data?.revision ?? 0),
    onSuccess: show,
  });
  const snags = worthALook(data?.snags ?? []).slice(0, MOST_SHOWN);
  return (
    <li className="border-s-[3px] border-ochre ps-2" data-pack-snags={pack.to_mend}>
      <Link className="text-pine underline" to={`/games/${game.id}/questions/${pack.id}`}>
        {shortName(pack)}
      </Link>
      : {counted(pack.to_mend, "snag")} in its lines
      <ul className="mt-1 flex flex-col gap-1">
        {snags.map((snag) => (
          <li key={`${snag.line} ${snag.code} ${snag.message}`} className="text-sm">
            Line {snag.line}: <SnagText snag={snag} />{" "}
            {snag.mend && (
              <Button
                small
                disabled={mend.isPending}
                aria-label={`${snag.mend} (line ${snag.line})`}
                onClick={() => mend.mutate({ line: snag.line, mended: snag.mended ?? null })}
              >
                {snag.mend}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {mend.error && <Notice tone="bad">{mend.error.message}</Notice>}
    </li>
  );
}
