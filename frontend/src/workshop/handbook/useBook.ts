import { useQuery } from "@tanstack/react-query";
import { api } from "../../api/client";

/** The contents of the handbook, with the keys of each screen, once they are wanted. */
export function useBook(enabled = true) {
  return useQuery({
    queryKey: ["handbook"],
    queryFn: api.contents,
    staleTime: Infinity,
    enabled,
  }).data;
}
