import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, type Pack } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { useShow } from "../data";

/** What is done for the whole of a file with one press: lines mended alike, and rows that are no questions. */
export function PackMends({ pack }: { pack: Pack }) {
  const show = useShow();
  const queries = useQueryClient();
  const mend = useMutation({
    mutationFn: (code: string) => api.mendLines(pack.id, code, pack.revision),
    onSuccess: show.pack,
  });
  const asRows = useMutation({
    mutationFn: async () => {
      const { settings } = await queries.fetchQuery({
        queryKey: ["columns", pack.id, pack.revision],
        queryFn: () => api.columns(pack.id),
      });
      const roles = pack.roles.map(() => "unused" as const);
      return api.changeColumns(pack.id, { ...settings, header: true, roles }, pack.revision);
    },
    onSuccess: show.pack,
  });
  const problem = mend.error ?? asRows.error;
  if (!problem && pack.mendable.length === 0 && !pack.maybe_rows) return null;
  return (
    <div className="flex flex-col gap-2 px-7 pb-3">
      {pack.mendable.length > 0 && (
        <p className="flex flex-wrap items-center gap-2" data-mendable={pack.mendable.length}>
          {pack.mendable.map(({ code, said, lines }) => (
            <Button
              key={`${code} ${said}`}
              small
              disabled={mend.isPending}
              data-mend-all={code}
              onClick={() => mend.mutate(code)}
            >
              {said}, in all {lines.toLocaleString("en")} lines
            </Button>
          ))}
        </p>
      )}
      {pack.maybe_rows && (
        <Notice tone="mind">
          <span className="flex flex-wrap items-center gap-3" data-maybe-rows>
            This looks like rows of data, not like questions. A question of the kind{" "}
            <code className="font-mono">table</code> asks them.
            <Button small disabled={asRows.isPending} onClick={() => asRows.mutate()}>
              Use it as rows of a table
            </Button>
          </span>
        </Notice>
      )}
      {problem && <Notice tone="bad">{problem.message}</Notice>}
    </div>
  );
}
