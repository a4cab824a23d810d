import { useMutation, useQuery } from "@tanstack/react-query";
import clsx from "clsx";
import { useState } from "react";
import { api, type Finding, type Game, type Generated } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { percentWords } from "../../ui/percent";
import { Progress } from "../../ui/Progress";
import { counted } from "../words";

const DEALS = 10_000;
const MOST_BARS = 40;

const going = (state: string | undefined) => state === "waiting" || state === "working";

/** Many deals, counted: where right answers stand, what comes first, and whether that is only chance. */
export function Fairness({ game }: { game: Game }) {
  const [id, setId] = useState<string>();
  const start = useMutation({
    mutationFn: () => api.startFairness(game.id, DEALS),
    onSuccess: (now) => setId(now.job.id),
  });
  const stop = useMutation({ mutationFn: () => api.stopJob(id ?? "") });
  const found = useQuery({
    queryKey: ["fairness", game.id, id],
    queryFn: () => api.fairness(game.id, id ?? ""),
    enabled: id !== undefined,
    refetchInterval: ({ state }) => (going(state.data?.job.state) ? 300 : false),
  });
  const job = found.data?.job;
  return (
    <section
      aria-label="Over many deals"
      className="flex min-h-0 flex-col gap-4 overflow-auto px-6 py-4"
      tabIndex={0}
    >
      <div className="flex items-center gap-3">
        <h2 className="text-xl">Over many deals</h2>
        {going(job?.state) ? (
          <Button small onClick={() => stop.mutate()}>
            Stop
          </Button>
        ) : (
          <Button small disabled={start.isPending} onClick={() => start.mutate()}>
            Deal {DEALS.toLocaleString("en")} times
          </Button>
        )}
      </div>
      {(start.error ?? found.error) && (
        <Notice tone="bad">{(start.error ?? found.error)?.message}</Notice>
      )}
      {!id && (
        <p className="text-soft">
          Where does the right answer stand, which question comes first, and is every one asked
          alike? Deal many times and it is counted here.
        </p>
      )}
      {job && (
        <div data-job={job.state}>
          <Progress label="Deals made" value={job.done} max={DEALS} />
          <p className="text-sm text-soft" role="status">
            {counted(found.data?.deals ?? 0, "deal")}
            {job.state === "stopped" && ", then stopped"}
          </p>
        </div>
      )}
      {found.data?.findings.map((finding) => (
        <Counted key={finding.title} finding={finding} />
      ))}
      {found.data && found.data.generated.length > 0 && <Made all={found.data.generated} />}
    </section>
  );
}

const TONE: Record<Finding["judgement"], string> = {
  fair: "text-pine",
  unfair: "text-ember",
  "by design": "text-lake",
  "too few": "text-soft",
};

function Counted({ finding }: { finding: Finding }) {
  const most = Math.max(...finding.counts, finding.expected ?? 0, 1);
  return (
    <div data-finding={finding.about} data-judgement={finding.judgement}>
      <h3 className="text-lg">{finding.title}</h3>
      <p className={TONE[finding.judgement]}>
        <span className="font-bold">{finding.judgement}</span>: {finding.said}
      </p>
      {finding.counts.length <= MOST_BARS && (
        <div
          role="img"
          aria-label={finding.labels.map((label, n) => `${label} ${finding.counts[n]}`).join(", ")}
          className="relative mt-1 flex h-20 items-end gap-1 border-b border-edge"
        >
          {finding.counts.map((count, n) => (
            <span
              key={n}
              className="flex h-full min-w-0 flex-1 flex-col justify-end text-center"
              title={`${finding.labels[n]}: ${count.toLocaleString("en")}`}
            >
              {finding.about === "places" && (
                <span className="font-mono text-sm">{count.toLocaleString("en")}</span>
              )}
              <span
                className={clsx(
                  "block bg-moss",
                  finding.judgement === "unfair" ? "bg-blush" : "border-t-2 border-pine",
                )}
                style={{ height: `${(60 * count) / most}%` }}
              />
            </span>
          ))}
        </div>
      )}
      {finding.about === "places" && (
        <p aria-hidden="true" className="flex gap-1 text-center text-sm text-soft">
          {finding.labels.map((label) => (
            <span key={label} className="flex-1">
              {label}
            </span>
          ))}
        </p>
      )}
    </div>
  );
}

function Made({ all }: { all: Generated[] }) {
  return (
    <div>
      <h3 className="text-lg">Generated questions</h3>
      <ul className="flex flex-col gap-1">
        {all.map((one) => (
          <li key={one.id} className="break-words">
            {one.prompt}
            <span className="block text-sm text-soft">
              {one.size === null
                ? "more different ones than can be counted"
                : `${counted(one.size, "different one")}; a play asks ${one.asked}`}
              {one.size !== null &&
                `; two plays share one with a chance of ${percentWords(100 * one.met_again)}`}
              {one.twice_in_a_play && "; may come twice in one play once all were asked"}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
