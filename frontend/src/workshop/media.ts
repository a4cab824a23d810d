import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, type Media } from "../api/client";
import { useShow } from "./data";

/** The pictures and sounds there are. */
export function useMedia(): Media[] {
  return useQuery({ queryKey: ["media"], queryFn: api.media }).data ?? [];
}

/** Asks anew for everything that says whether a picture or a sound is there: snags go wherever they were told. */
export function useMediaCame(): () => Promise<unknown> {
  const queries = useQueryClient();
  const { everything } = useShow();
  return () => Promise.all([queries.invalidateQueries({ queryKey: ["media"] }), everything()]);
}

/** Brings a picture or a sound, and gives it to `done`. */
export function useBringMedia(done?: (media: Media) => void) {
  const came = useMediaCame();
  return useMutation({
    mutationFn: (file: File) => api.bringMedia(file),
    onSuccess: async (media) => {
      await came();
      done?.(media);
    },
  });
}
