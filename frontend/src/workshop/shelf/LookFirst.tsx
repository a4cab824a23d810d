import { useMutation } from "@tanstack/react-query";
import { useEffect } from "react";
import { api, type Settings } from "../../api/client";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";
import { ColumnsForm } from "../questions/Columns";

interface Props {
  file: File;
  busy: boolean;
  done: (settings: Settings) => void;
  leave: () => void;
}

/** The columns of a file before it is brought. */
export function LookFirst({ file, busy, done, leave }: Props) {
  const look = useMutation({ mutationFn: (settings?: Settings) => api.lookAt(file, settings) });
  const { mutate } = look;
  useEffect(() => mutate(undefined), [mutate]);
  return (
    <Sheet
      wide
      open
      onClose={leave}
      title={`The columns of ${file.name}`}
      about="Nothing is read yet. Say what each column is, then read it."
    >
      {look.error && <Notice tone="bad">{look.error.message}</Notice>}
      {look.data && (
        <ColumnsForm
          columns={look.data}
          label="Read it so"
          busy={busy}
          done={done}
          leave={leave}
          look={mutate}
        />
      )}
    </Sheet>
  );
}
