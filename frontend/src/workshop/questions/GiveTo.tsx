import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Pack } from "../../api/client";
import { Button } from "../../ui/Button";
import { Field, inputLook } from "../../ui/Field";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";
import { useShelf, useShow } from "../data";
import { counted, shortName } from "../words";

interface Props {
  pack: Pack;
  numbers: number[];
  close: () => void;
}

/** Questions copied or moved to another pack. */
export function GiveTo({ pack, numbers, close }: Props) {
  const others = useShelf().data?.packs.filter(({ id }) => id !== pack.id) ?? [];
  const show = useShow();
  const [chosen, setChosen] = useState("");
  const target = Number(chosen || others[0]?.id);
  const give = useMutation({
    mutationFn: (move: boolean) =>
      api.giveQuestions(pack.id, { numbers, target, move, revision: pack.revision }),
    onSuccess: async ({ pack: now, target: other, left }) => {
      await Promise.all([show.pack(now), show.pack(other)]);
      if (left.length === 0) close();
    },
  });
  return (
    <Sheet
      open
      onClose={close}
      title={`${counted(numbers.length, "question")} to another pack`}
      about="They are added at its end."
    >
      <div className="flex flex-col gap-4">
        {others.length === 0 ? (
          <p>There is no other pack on the shelf yet.</p>
        ) : (
          <Field label="Pack">
            {(id) => (
              <select
                id={id}
                className={inputLook}
                value={String(target)}
                onChange={(event) => setChosen(event.target.value)}
              >
                {others.map((one) => (
                  <option key={one.id} value={one.id}>
                    {shortName(one)}, {counted(one.questions, "question")}
                  </option>
                ))}
              </select>
            )}
          </Field>
        )}
        {give.error && <Notice tone="bad">{give.error.message}</Notice>}
        {give.data && give.data.left.length > 0 && (
          <Notice tone="mind">
            <p>{counted(give.data.given, "question")} went there. Not kept there:</p>
            {give.data.left.map((reason) => (
              <p key={reason}>{reason}</p>
            ))}
          </Notice>
        )}
        <div className="flex justify-end gap-2">
          <Button onClick={close}>{give.data ? "Close" : "Cancel"}</Button>
          <Button
            disabled={others.length === 0 || give.isPending}
            onClick={() => give.mutate(false)}
          >
            Copy
          </Button>
          <Button
            weight="main"
            disabled={others.length === 0 || give.isPending}
            onClick={() => give.mutate(true)}
          >
            Move
          </Button>
        </div>
      </div>
    </Sheet>
  );
}
