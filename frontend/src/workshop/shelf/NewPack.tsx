import { useMutation } from "@tanstack/react-query";
import type { FormEvent } from "react";
import { useNavigate } from "react-router";
import { api } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field, inputLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";
import { useShow } from "../data";

/** A pack to write into: only its name is asked. */
export function NewPack({ open, onClose }: { open: boolean; onClose: () => void }) {
  const navigate = useNavigate();
  const show = useShow();
  const make = useMutation({
    mutationFn: (name: string) => api.emptyPack(name),
    onSuccess: (pack) => {
      void show.pack(pack);
      onClose();
      void navigate(`/packs/${pack.id}?new=question`);
    },
  });
  const begin = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const name = String(new FormData(event.currentTarget).get("name")).trim();
    if (name) make.mutate(name);
  };
  return (
    <Sheet open={open} onClose={onClose} title="New pack" about="A pack to write questions into.">
      <form onSubmit={begin} className="flex flex-col gap-4">
        <Field label="Name of the pack">
          {(id) => (
            <input
              id={id}
              name="name"
              required
              maxLength={100}
              className={inputLook}
              defaultValue="My questions"
            />
          )}
        </Field>
        {make.error && <Notice tone="bad">{make.error.message}</Notice>}
        <div className="flex justify-end gap-2">
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" weight="main" disabled={make.isPending}>
            Write questions
          </Button>
        </div>
      </form>
    </Sheet>
  );
}
