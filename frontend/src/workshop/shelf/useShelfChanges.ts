import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { api, type Kind, Problem, type Shelf } from "../../api/client";
import { useShow } from "../data";

interface Thing {
  kind: Kind;
  id: number;
  /** Also where it is handed out: its links are closed then. */
  close?: boolean;
}

/** Packs and games removed and put back, games duplicated, the demo brought. */
export function useShelfChanges() {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { everything, game: showGame } = useShow();
  const show = async (now: Shelf) => {
    queries.setQueryData(["shelf"], now);
    await everything(); // games may have lost a pack, or have one again
  };
  const off = useMutation({
    mutationFn: ({ kind, id, close }: Thing) => api.takeOff(kind, id, close),
    onSuccess: show,
  });
  const asked =
    off.error instanceof Problem && off.error.status === 409 ? off.variables : undefined;
  const back = useMutation({
    mutationFn: ({ kind, id }: Thing) => api.putBack(kind, id),
    onSuccess: show,
  });
  const copy = useMutation({
    mutationFn: (id: number) => api.copyGame(id),
    onSuccess: (game) => {
      showGame(game);
      void navigate(`/games/${game.id}/rules`);
    },
  });
  const demo = useMutation({ mutationFn: api.loadDemo, onSuccess: show });
  const problem = (asked ? null : off.error) ?? back.error ?? copy.error ?? demo.error;
  return { off, asked, back, copy, demo, problem };
}
