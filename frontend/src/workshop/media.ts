import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, type Media } from "../api/client";
import { useShow } from "./data";

/** The pictures and sounds there are. */
export function useMedia(): Media[] {
  return useQuery({ queryKey: ["media"], queryFn: api.media }).data ?? [];
}

/** Brings a picture or a sound, and gives it to `done`. */
export function useBringMedia(done?: (media: Media) => void) {
  const queries = useQueryClient();
  const { everything } = useShow();
  return useMutation({
    mutationFn: (file: File) => api.bringMedia(file),
    onSuccess: async (media) => {
      // Snags that said it is not there go wherever they were told.
      await Promise.all([queries.invalidateQueries({ queryKey: ["media"] }), everything()]);
      done?.(media);
    },
  });
}
