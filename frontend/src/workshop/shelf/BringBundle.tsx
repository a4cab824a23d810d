import { useMutation } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { api } from "../../api/client";
import { Button } from "../../ui/Button";
import { selectLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";
import { useShow } from "../data";
import { counted, shortName } from "../words";

const KEEP: [value: string, said: string][] = [
  ["both", "both: the bundle’s gets a new name"],
  ["mine", "the one on the shelf"],
  ["theirs", "the bundle’s, as a change you can undo"],
];

interface Props {
  file: File;
  /** What to do with an archive that is no game, but a package of questions. */
  questions: () => void;
  leave: () => void;
}

/** A bundle that is being brought: where a pack of it is another one than that of its name here, it asks. */
export function BringBundle({ file, questions, leave }: Props) {
  const navigate = useNavigate();
  const { everything } = useShow();
  const [keep, setKeep] = useState<Record<string, string>>({});
  const bring = useMutation({
    mutationFn: (kept: Record<string, string>) => api.bringBundle(file, kept),
    onSuccess: async ({ game }) => {
      await everything();
      leave();
      await navigate(`/games/${game}/rules`);
    },
  });
  const { mutate: bringIt } = bring;
  const look = useMutation({
    mutationFn: () => api.lookAtBundle(file),
    onSuccess: ({ is_game, packs }) => {
      if (!is_game) {
        questions();
        return;
      }
      const others = packs.filter(({ state }) => state === "other");
      if (others.length === 0) bringIt({});
      else setKeep(Object.fromEntries(others.map(({ name }) => [name, "both"])));
    },
  });
  const { mutate } = look;
  useEffect(() => mutate(), [mutate]);
  const problem = look.error ?? bring.error;
  const others = look.data?.packs.filter(({ state }) => state === "other") ?? [];
  return (
    <Sheet
      open
      onClose={leave}
      title={look.data?.title ?? file.name}
      about={
        others.length > 0
          ? "The bundle has packs that are not the same as those of their names here. Say which to keep."
          : "A bundle: a game with its packs, pictures and sounds."
      }
    >
      {problem && <Notice tone="bad">{problem.message}</Notice>}
      {!problem && others.length === 0 && <p role="status">Reading …</p>}
      <ul className="mb-4 flex flex-col gap-3">
        {others.map(({ name, questions: how_many }) => (
          <li key={name}>
            <label className="flex flex-wrap items-center gap-3">
              <span className="font-bold">{shortName({ name })}</span>
              <span className="text-soft">{counted(how_many, "question")} in the bundle</span>
              <select
                className={selectLook}
                value={keep[name]}
                onChange={({ target }) => setKeep({ ...keep, [name]: target.value })}
              >
                {KEEP.map(([value, said]) => (
                  <option key={value} value={value}>
                    {said}
                  </option>
                ))}
              </select>
            </label>
          </li>
        ))}
      </ul>
      <div className="flex gap-3">
        {others.length > 0 && (
          <Button weight="main" disabled={bring.isPending} onClick={() => bringIt(keep)}>
            Bring it
          </Button>
        )}
        <Button onClick={leave}>Cancel</Button>
      </div>
    </Sheet>
  );
}
