import { useMutation, useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { useNavigate } from "react-router";
import { api, type PackSummary } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field, inputLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";
import { useShow } from "../data";
import { counted, shortName } from "../words";

interface Props {
  packs: PackSummary[];
  /** The pack that is chosen at first; null for none yet. */
  pack: number | null;
  onClose: () => void;
}

/** A new game: its title, its pack and a manner to begin from; everything can be changed in its rules. */
export function NewGame({ packs, pack, onClose }: Props) {
  const navigate = useNavigate();
  const show = useShow();
  const [chosen, setChosen] = useState(pack === null ? "" : String(pack));
  const start = useMutation({
    mutationFn: (wanted: { id: number | null; title: string; manner: string }) =>
      api.newGame(wanted.id, wanted.title, wanted.manner),
    onSuccess: (game) => {
      show.game(game);
      void navigate(`/games/${game.id}/${game.packs.length > 0 ? "rules" : "questions"}`);
    },
  });
  const manners = useQuery({ queryKey: ["manners"], queryFn: api.manners, staleTime: Infinity });
  const begin = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const title = String(form.get("title")).trim();
    const id = chosen === "" ? null : Number(chosen);
    if (title) start.mutate({ id, title, manner: String(form.get("manner")) });
  };
  return (
    <Sheet open onClose={onClose} title="New game" about="Everything can be changed later.">
      <form onSubmit={begin} className="flex flex-col gap-3">
        <div className="grid grid-cols-2 gap-4 max-sm:grid-cols-1">
          <Field label="Title">
            {(id) => <input id={id} name="title" required maxLength={200} className={inputLook} />}
          </Field>
          <Field label="Questions">
            {(id) => (
              <select
                id={id}
                className={inputLook}
                value={chosen}
                onChange={(event) => setChosen(event.target.value)}
              >
                <option value="">no pack yet</option>
                {packs.map((one) => (
                  <option key={one.id} value={one.id}>
                    {shortName(one)}, {counted(one.questions, "question")}
                  </option>
                ))}
              </select>
            )}
          </Field>
        </div>
        <fieldset>
          <legend className="font-bold">Rules to begin from</legend>
          <ul className="mt-1 flex flex-col">
            {manners.data?.map(({ name, about }, n) => (
              <li key={name}>
                <label className="flex cursor-pointer items-start gap-2 rounded-sm px-2 py-0.5 hover:bg-moss">
                  <input
                    type="radio"
                    name="manner"
                    value={name}
                    defaultChecked={n === 0}
                    className="mt-1 accent-pine"
                  />
                  <span>
                    <b>{about.split(":")[0]}</b>
                    <span className="text-sm text-soft">
                      :{about.split(":").slice(1).join(":")}
                    </span>
                  </span>
                </label>
              </li>
            ))}
          </ul>
        </fieldset>
        {start.error && <Notice tone="bad">{start.error.message}</Notice>}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" weight="main" disabled={start.isPending}>
            Begin
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
