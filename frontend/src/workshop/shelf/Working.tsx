import { useMutation, useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { api, goesOn, type Job } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { Progress } from "../../ui/Progress";
import { useShow } from "../data";

interface Props {
  job: Job;
  done: (packId: number) => void;
}

/** A file that takes a while: how far its reading has come, and a press that stops it. */
export function Working({ job: first, done }: Props) {
  const { shelf } = useShow();
  const job = useQuery({
    queryKey: ["job", first.id],
    queryFn: () => api.job(first.id),
    initialData: first,
    refetchInterval: ({ state }) => (state.data && goesOn(state.data) ? 250 : false),
  }).data;
  const stop = useMutation({ mutationFn: () => api.stopJob(first.id) });
  useEffect(() => {
    if (job.state !== "done" || job.pack_id === null) return;
    const { pack_id: packId } = job;
    void shelf().then(() => done(packId));
  }, [job, done, shelf]);
  if (job.state === "refused") return <Notice tone="bad">{job.message}</Notice>;
  if (job.state === "stopped") return <Notice tone="info">{job.message}</Notice>;
  return (
    <div className="flex w-full items-center gap-3" data-job={job.state}>
      <Progress
        label="Reading the file"
        value={job.total > 0 ? job.done : undefined}
        max={job.total}
      />
      <span className="text-sm text-soft">
        {job.total > 0
          ? `${job.done.toLocaleString("en")} of ${job.total.toLocaleString("en")} lines`
          : job.done > 0
            ? `${job.done.toLocaleString("en")} rows`
            : "Opening …"}
      </span>
      <Button small disabled={stop.isPending} onClick={() => stop.mutate()}>
        Stop
      </Button>
    </div>
  );
}
