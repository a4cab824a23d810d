import { useMutation } from "@tanstack/react-query";
import type { FormEvent } from "react";
import { useNavigate } from "react-router";
import { api, type Pack } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field, inputLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";
import { counted, shortName } from "../words";

/** A new game over a pack: only its title is asked, everything else can be changed in its rules. */
export function NewGame({ pack, onClose }: { pack: Pack | undefined; onClose: () => void }) {
  const navigate = useNavigate();
  const start = useMutation({
    mutationFn: ({ id, title }: { id: number; title: string }) => api.newGame(id, title),
    onSuccess: (game) => void navigate(`/games/${game.id}/rules`),
  });
  const begin = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const title = String(new FormData(event.currentTarget).get("title")).trim();
    if (pack && title) start.mutate({ id: pack.id, title });
  };
  return (
    <Sheet
      open={pack !== undefined}
      onClose={onClose}
      title="New game"
      about={
        pack
          ? `With the ${counted(pack.questions, "question")} of ${shortName(pack)}, and rules to begin from.`
          : ""
      }
    >
      <form onSubmit={begin} className="flex flex-col gap-4">
        <Field label="Title">
          {(id) => <input id={id} name="title" required maxLength={200} className={inputLook} />}
        </Field>
        {start.error && <Notice tone="bad">{start.error.message}</Notice>}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Leave it</Button>
          <Button type="submit" weight="main" disabled={start.isPending}>
            Begin
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
