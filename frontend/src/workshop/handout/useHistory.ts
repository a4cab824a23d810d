import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, type GoingOn, nowEvents, type PlaysSought } from "../../api/client";

/** So often it is asked how far a what-if has come, in milliseconds. */
const AGAIN = 300;

/** A page of the plays of a hand-out. */
export function usePlays(handout: number, sought: PlaysSought) {
  return useQuery({
    queryKey: ["plays", handout, sought],
    queryFn: () => api.plays(handout, sought),
    placeholderData: keepPreviousData,
  });
}

export function useStatistics(handout: number, version: number | undefined, state: string) {
  return useQuery({
    queryKey: ["plays", handout, "statistics", version, state],
    queryFn: () => api.statistics(handout, version),
    placeholderData: keepPreviousData,
  });
}

/** Removes plays, or the names of their players. */
export function usePlayRemoval(handout: number) {
  const queries = useQueryClient();
  const onSuccess = () => {
    void queries.invalidateQueries({ queryKey: ["plays", handout] });
    void queries.invalidateQueries({ queryKey: ["handouts"] });
  };
  return {
    remove: useMutation({
      mutationFn: (plays: string[]) => api.removePlays(handout, plays),
      onSuccess,
    }),
    forget: useMutation({
      mutationFn: (plays: string[] | null) => api.forgetNames(handout, plays),
      onSuccess,
    }),
  };
}

/** The plays that go on just now, as the server tells them. */
export function useGoingOn(handout: number): GoingOn[] | undefined {
  const [told, setTold] = useState<GoingOn[]>();
  useEffect(() => {
    const events = new EventSource(nowEvents(handout));
    events.onmessage = (event) => setTold(JSON.parse(String(event.data)) as GoingOn[]);
    return () => events.close();
  }, [handout]);
  return told;
}

/** Real plays walked again under the rules as they are now. */
export function useWhatIf(handout: number) {
  const begin = useMutation({
    mutationFn: (version: number | null) => api.beginWhatIf(handout, version),
  });
  const job = begin.data?.job.id;
  const found = useQuery({
    queryKey: ["what-if", handout, job],
    queryFn: () => api.whatIf(handout, job ?? ""),
    enabled: job !== undefined,
    refetchInterval: ({ state }) =>
      ["done", "stopped", "refused"].includes(state.data?.job.state ?? "") ? false : AGAIN,
  });
  return { begin, found: found.data ?? begin.data };
}
