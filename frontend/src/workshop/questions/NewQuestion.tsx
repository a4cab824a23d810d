import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Pack, type QuestionRecord } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { keptObject } from "../../kept";
import { useShow } from "../data";
import { freshRecord, trimmed } from "./kinds/kinds";
import { text } from "./kinds/record";
import { RecordForm } from "./RecordForm";

interface Props {
  pack: Pack;
  /** The kind it has at first. */
  kind: string;
  /** The question it is put behind; null for the last. */
  after: number | null;
  /** It was saved as the question of this number, and the next one is to be written. */
  saved: (number: number) => void;
  close: () => void;
}

const draftKey = (pack: Pack) => `dicetrail.new.${pack.id}`;

function draftOf(pack: Pack): QuestionRecord | undefined {
  return keptObject(draftKey(pack)) as QuestionRecord | undefined;
}

/**
 * A question that is being written: Enter goes from field to field, and after the last one it is saved and the
 * next one begins. What is typed is kept in this browser until it is saved or cancelled.
 */
export function NewQuestion({ pack, kind, after, saved, close }: Props) {
  const [record, setRecord] = useState(() => draftOf(pack) ?? freshRecord(kind));
  const [round, setRound] = useState(0);
  const show = useShow();
  const change = (next: QuestionRecord) => {
    setRecord(next);
    localStorage.setItem(draftKey(pack), JSON.stringify(next));
  };
  const forget = () => localStorage.removeItem(draftKey(pack));
  const add = useMutation({
    mutationFn: () => api.addQuestion(pack.id, trimmed(record), after, pack.revision),
    onSuccess: async (now) => {
      const shown = show.pack(now);
      forget();
      setRecord(freshRecord(text(record["kind"]))); // at once: who writes many types on
      setRound(round + 1);
      saved(after === null ? now.questions - 1 : after + 1);
      await shown;
    },
  });
  return (
    <aside
      aria-label="A new question"
      data-new={round}
      className="relative flex w-[26rem] shrink-0 flex-col overflow-auto border-l border-line bg-sheet"
    >
      <div className="sticky top-0 z-[1] flex items-center gap-3 border-b border-line bg-sheet px-5 py-2">
        <h2 className="flex-1 text-lg">A new question</h2>
        <Button
          small
          onClick={() => {
            forget();
            close();
          }}
        >
          Cancel
        </Button>
        <Button small weight="main" disabled={add.isPending} onClick={() => add.mutate()}>
          Save, then the next
        </Button>
      </div>
      <div className="flex flex-col gap-3 px-5 py-4">
        <p className="text-sm text-soft" role="status">
          {add.isPending ? "Saving …" : savedWords(round)}
        </p>
        {add.error && <Notice tone="bad">{add.error.message}</Notice>}
        <RecordForm
          key={round}
          focused
          record={record}
          change={change}
          keep={() => undefined}
          past={() => !add.isPending && add.mutate()}
          turn={(before, next) => ({ ...freshRecord(next), prompt: before["prompt"] ?? "" })}
        />
      </div>
    </aside>
  );
}

function savedWords(round: number): string {
  if (round === 0) return "Enter goes to the next field, and after the last to the next question.";
  return round === 1 ? "Saved. The next one:" : `${round} saved. The next one:`;
}
