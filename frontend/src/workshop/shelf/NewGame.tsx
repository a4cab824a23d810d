import { useMutation, useQuery } from "@tanstack/react-query";
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
    mutationFn: (wanted: { id: number; title: string; manner: string }) =>
      api.newGame(wanted.id, wanted.title, wanted.manner),
    onSuccess: (game) => void navigate(`/games/${game.id}/rules`),
  });
  const manners = useQuery({ queryKey: ["manners"], queryFn: api.manners, staleTime: Infinity });
  const begin = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const title = String(form.get("title")).trim();
    if (pack && title) start.mutate({ id: pack.id, title, manner: String(form.get("manner")) });
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
        <fieldset>
          <legend className="font-bold">Rules to begin from</legend>
          <ul className="mt-1 flex flex-col gap-0.5">
            {manners.data?.map(({ name, about }, n) => (
              <li key={name}>
                <label className="flex cursor-pointer items-start gap-2 rounded-sm px-2 py-1 hover:bg-moss">
                  <input
                    type="radio"
                    name="manner"
                    value={name}
                    defaultChecked={n === 0}
                    className="mt-1 accent-pine"
                  />
                  {about}
                </label>
              </li>
            ))}
          </ul>
        </fieldset>
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
