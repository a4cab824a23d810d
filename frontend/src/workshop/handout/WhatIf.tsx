import { api, goesOn } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { Progress } from "../../ui/Progress";
import { counted } from "../words";
import type { useWhatIf } from "./useHistory";

interface Props {
  whatIf: ReturnType<typeof useWhatIf>;
  version: number | undefined;
}

const RESULT: Record<string, string> = {
  won: "won",
  lost: "lost",
  done: "done",
  stopped: "stopped",
  "": "would go on",
};

/** What the plays would have come to under the rules as they are now. */
export function WhatIf({ whatIf, version }: Props) {
  const { begin, found } = whatIf;
  const going = found && goesOn(found.job);
  const changed = found?.changed.filter(({ before, after }) => before !== after) ?? [];
  return (
    <section aria-labelledby="what-if" data-what-if={found?.job.state}>
      <div className="flex flex-wrap items-center gap-3">
        <h2 id="what-if" className="text-xl">
          What if
        </h2>
        <Button
          small
          disabled={begin.isPending || going === true}
          onClick={() => begin.mutate(version ?? null)}
        >
          Walk them under the rules of now
        </Button>
        {going && (
          <>
            <span className="w-40">
              <Progress label="Walked" value={found.job.done} max={found.job.total} />
            </span>
            <Button small onClick={() => void api.stopJob(found.job.id)}>
              Cancel
            </Button>
          </>
        )}
      </div>
      {begin.error && <Notice tone="bad">{begin.error.message}</Notice>}
      {found && !going && (
        <p className="mt-1" role="status">
          {counted(found.plays, "play")} walked again: {found.better} better off, {found.worse}{" "}
          worse off, {counted(found.verdicts, "answer")} judged otherwise.
          {changed.length > 0 &&
            ` ${changed
              .map(
                ({ what, name, before, after }) =>
                  `${what === "result" ? (RESULT[name] ?? name) : name || "no award"}: was ${before}, would be ${after}`,
              )
              .join("; ")}.`}
        </p>
      )}
      {!found && (
        <p className="text-sm text-soft">
          Every play as its player meant it, checked and scored anew, before you hand it out anew.
        </p>
      )}
    </section>
  );
}
