import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, type FeedbackOf, type Game } from "../../../api/client";
import { Button } from "../../../ui/Button";
import { selectLook } from "../../../ui/Field";
import { Notice } from "../../../ui/Notice";
import { useShelf, useShow } from "../../data";
import { set } from "../../rules/rows";

/** Gives another game the look of this one. */
export function CopyLook({ game, look }: { game: Game; look: FeedbackOf["look"] }) {
  const others = useShelf().data?.games.filter(({ id }) => id !== game.id) ?? [];
  const [chosen, setChosen] = useState("");
  const show = useShow().game;
  const copy = useMutation({
    mutationFn: async (id: number) => {
      const { revision } = await api.game(id);
      return api.editGame(id, [set(["look"], look)], revision);
    },
    onSuccess: show,
  });
  if (others.length === 0) return null;
  return (
    <div className="flex flex-col gap-2 border-t border-line pt-3">
      <div className="flex items-center gap-3">
        <label className="flex min-w-0 flex-1 items-center gap-3">
          <span className="shrink-0">Copy this look to</span>
          <select
            data-field="Copy this look to"
            className={`${selectLook} min-w-0 flex-1`}
            value={chosen}
            onChange={(event) => setChosen(event.target.value)}
          >
            <option value="">a game …</option>
            {others.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </select>
        </label>
        <Button
          small
          disabled={!chosen || copy.isPending}
          onClick={() => copy.mutate(Number(chosen))}
        >
          Copy
        </Button>
      </div>
      {copy.data && <p role="status">‘{copy.data.title}’ has it now. Undo it there.</p>}
      {copy.error && <Notice tone="bad">{copy.error.message}</Notice>}
    </div>
  );
}
