import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Pack } from "../../api/client";
import { Button } from "../../ui/Button";
import { inputLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { useShow } from "../data";
import { shortName } from "../words";

/** The name of a pack, which can be changed where it stands. */
export function PackName({ pack }: { pack: Pack }) {
  const [typed, setTyped] = useState<string>();
  const show = useShow();
  const rename = useMutation({
    mutationFn: (name: string) => api.renamePack(pack.id, name, pack.revision),
    onSuccess: async (now) => {
      setTyped(undefined);
      await show.pack(now);
      show.everything();
    },
  });
  if (typed === undefined)
    return (
      <div className="flex flex-wrap items-baseline gap-3">
        <h1 className="text-3xl break-words">{shortName(pack)}</h1>
        <Button small weight="quiet" onClick={() => setTyped(shortName(pack))}>
          Rename<span className="sr-only"> the pack</span>
        </Button>
      </div>
    );
  return (
    <form
      className="flex flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        rename.mutate(typed);
      }}
      onKeyDown={(event) => event.key === "Escape" && setTyped(undefined)}
    >
      <input
        autoFocus
        aria-label="The name of the pack"
        className={`${inputLook} max-w-96 text-xl`}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
      />
      <Button small weight="main" type="submit" disabled={rename.isPending || !typed.trim()}>
        Rename
      </Button>
      <Button small onClick={() => setTyped(undefined)}>
        Cancel
      </Button>
      {rename.error && <Notice tone="bad">{rename.error.message}</Notice>}
    </form>
  );
}
