import { useMutation } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { api, type Difference, type Pack, type Question } from "../../api/client";
import { Button } from "../../ui/Button";
import { FileInput } from "../../ui/FileInput";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";
import { useShow } from "../data";
import { counted } from "../words";

interface Props {
  pack: Pack;
  open: boolean;
  onClose: () => void;
}

/** A pack's file brought again: what is different, to be taken over whole or in part. */
export function Again({ pack, open, onClose }: Props) {
  const show = useShow();
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const bring = useMutation({
    mutationFn: (file: File) => api.again(pack.id, file),
    onSuccess: ({ differences }) =>
      setChosen(
        new Set(differences.filter(({ what }) => what !== "kept").map(({ number }) => number)),
      ),
  });
  const take = useMutation({
    mutationFn: async (numbers: number[] | null) => {
      const token = bring.data?.token ?? "";
      const taken = await api.takeAgain(pack.id, { token, numbers, revision: pack.revision });
      await show.pack(taken.pack);
      return taken;
    },
    onSuccess: ({ left }) => left.length === 0 && close(),
  });
  const close = () => {
    bring.reset();
    take.reset();
    onClose();
  };
  const found = bring.data;
  const problem = bring.error ?? take.error;
  return (
    <Sheet
      wide
      open={open}
      onClose={close}
      title="Read the file again"
      about="Choose the file as it is now. Nothing changes before you have seen what is different."
    >
      <div className="flex flex-col gap-4">
        <ChooseFile reading={bring.isPending} asked={!found} take={bring.mutate} />
        {problem && <Notice tone="bad">{problem.message}</Notice>}
        {take.data && take.data.left.length > 0 && (
          <Notice tone="mind">
            {take.data.left.map((reason) => (
              <p key={reason}>{reason}</p>
            ))}
          </Notice>
        )}
        {found && found.total === 0 && (
          <p>The file asks nothing that this pack does not ask already, and nothing is gone.</p>
        )}
        {found && found.total > 0 && (
          <Differences found={found} chosen={chosen} choose={setChosen} />
        )}
        {found && (
          <div className="flex justify-end gap-2">
            <Button onClick={close}>Cancel</Button>
            <Button disabled={take.isPending} onClick={() => take.mutate(null)}>
              Take the whole file as it is
            </Button>
            <Button
              weight="main"
              disabled={take.isPending || chosen.size === 0}
              onClick={() => take.mutate([...chosen])}
            >
              Take over {chosen.size}
            </Button>
          </div>
        )}
      </div>
    </Sheet>
  );
}

interface ChooseProps {
  reading: boolean;
  asked: boolean;
  take: (file: File) => void;
}

function ChooseFile({ reading, asked, take }: ChooseProps) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <FileInput input={input} label="The file as it is now" take={take} />
      {asked && (
        <Button
          weight="main"
          className="self-start"
          disabled={reading}
          onClick={() => input.current?.click()}
        >
          {reading ? "Reading …" : "Choose the file"}
        </Button>
      )}
    </>
  );
}

interface DifferencesProps {
  found: Awaited<ReturnType<typeof api.again>>;
  chosen: ReadonlySet<number>;
  choose: (numbers: ReadonlySet<number>) => void;
}

/** What is otherwise in the file, each to be chosen. */
function Differences({ found, chosen, choose }: DifferencesProps) {
  return (
    <>
      <p>
        {counted(found.total, "difference")}. What you edited yourself stays, unless you choose it.
      </p>
      <ul className="max-h-[42vh] overflow-auto border-y border-line" tabIndex={0}>
        {found.differences.map((one) => (
          <DifferenceLine
            key={one.number}
            one={one}
            chosen={chosen.has(one.number)}
            toggle={() => {
              const next = new Set(chosen);
              if (!next.delete(one.number)) next.add(one.number);
              choose(next);
            }}
          />
        ))}
      </ul>
    </>
  );
}

const SAID: Record<Difference["what"], string> = {
  new: "New",
  changed: "Changed",
  gone: "Gone",
  kept: "Yours",
};

function DifferenceLine(props: { one: Difference; chosen: boolean; toggle: () => void }) {
  const { one, chosen, toggle } = props;
  return (
    <li className="border-b border-line last:border-b-0" data-difference={one.what}>
      <label className="grid grid-cols-[1.5rem_5rem_1fr_1fr] items-start gap-2 py-1.5">
        <input
          type="checkbox"
          className="mt-1 size-4 accent-pine"
          checked={chosen}
          onChange={toggle}
        />
        <strong>{SAID[one.what]}</strong>
        <Said question={one.mine} none="not in your pack" />
        <Said question={one.theirs} none="not in the file" />
      </label>
    </li>
  );
}

function Said({ question, none }: { question: Question | null; none: string }) {
  if (!question) return <span className="text-soft italic">{none}</span>;
  return (
    <span>
      {question.prompt} <span className="text-sm text-pine">{question.shown}</span>
    </span>
  );
}
