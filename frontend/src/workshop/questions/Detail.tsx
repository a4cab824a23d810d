import { useMutation, useQuery } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { api, type OneQuestion, type Pack, type QuestionRecord } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { Sides } from "../../ui/Sides";
import { useShow } from "../data";
import { trimmed } from "./kinds/kinds";
import { SnagNote } from "./LineRow";
import { Preview } from "./Preview";
import { RecordForm } from "./RecordForm";

interface Props {
  pack: Pack;
  number: number;
  /** Whether its prompt takes the focus. */
  focused: boolean;
  /** To the next question. */
  next: () => void;
  close: () => void;
}

/** One question, to be changed field by field, and as a player sees it. */
export function Detail({ pack, number, focused, next, close }: Props) {
  const one = useQuery({
    queryKey: ["question", pack.id, pack.revision, number],
    queryFn: () => api.question(pack.id, number),
    placeholderData: (before) => before,
  });
  const [side, setSide] = useState<"write" | "see">("write");
  return (
    <aside
      aria-label="The question"
      className="relative flex w-[26rem] shrink-0 flex-col overflow-auto border-l border-line bg-sheet"
      onKeyDown={(event) => event.key === "Escape" && close()}
    >
      <Sides
        label="The question"
        side={side}
        turn={setSide}
        tabs={[
          ["write", "Write"],
          ["see", "As a player sees it"],
        ]}
        headClassName="sticky top-0 z-[1] border-b border-line bg-sheet px-5 py-2"
        bodyClassName="flex flex-col gap-4 px-5 py-4 data-[state=inactive]:hidden"
        beside={
          <Button small weight="quiet" onClick={close}>
            Close<span className="sr-only"> the question</span>
          </Button>
        }
      >
        {one.error && <Notice tone="bad">{one.error.message}</Notice>}
        {one.data && side === "see" && (
          <Preview key={pack.revision} pack={pack} number={number} first={one.data.preview} />
        )}
        {one.data && side === "write" && (
          <Write
            key={number}
            pack={pack}
            number={number}
            one={one.data}
            focused={focused}
            next={next}
          />
        )}
      </Sides>
    </aside>
  );
}

interface WriteProps extends Omit<Props, "close"> {
  one: OneQuestion;
}

function Write({ pack, number, one, focused, next: toNext }: WriteProps) {
  const show = useShow();
  const [draft, setDraft] = useState<QuestionRecord>();
  const [saved, setSaved] = useState({ record: one.record, revision: one.revision });
  const known = useRef(one.revision);
  const save = useMutation({
    scope: { id: `question ${pack.id} ${number}` }, // one after the other, each knows of the one before
    mutationFn: (record: QuestionRecord) =>
      api.changeQuestion(pack.id, number, trimmed(record), Math.max(known.current, one.revision)),
    onSuccess: async (now, record) => {
      known.current = now.revision;
      setSaved({ record, revision: now.revision });
      setDraft((typed) => (typed === record ? undefined : typed));
      await show.pack(now);
    },
  });
  const record = draft ?? (saved.revision > one.revision ? saved.record : one.record);
  const change = (next: QuestionRecord, keep: boolean) => {
    setDraft(next);
    if (keep) save.mutate(next);
  };
  const saving = save.isPending && save.variables === draft;
  return (
    <>
      <p
        role="status"
        data-saved={saveState(save, draft !== undefined)}
        className="text-sm text-soft"
      >
        Line {one.question.line} · {saveState(save, draft !== undefined)}
        {one.generated && ` · ${sizeWords(one.size)}`}
      </p>
      {save.error && <Notice tone="bad">{save.error.message}</Notice>}
      {one.question.snags.map((snag, n) => (
        <SnagNote key={n} snag={snag} />
      ))}
      <RecordForm
        record={record}
        change={change}
        keep={() => draft && !saving && save.mutate(draft)}
        past={() => {
          if (draft) save.mutate(draft, { onSuccess: toNext });
          else toNext();
        }}
        focused={focused}
      />
      {one.samples.length > 0 && (
        <div>
          <h2 className="mb-1 text-lg">Some of them</h2>
          <ul className="text-sm text-soft">
            {one.samples.map((sample, n) => (
              <li key={`${one.revision} ${n}`} className="whitespace-pre-wrap">
                {sample}
              </li>
            ))}
          </ul>
        </div>
      )}
    </>
  );
}

function saveState(save: { isPending: boolean; isError: boolean }, changed: boolean): string {
  if (save.isPending) return "Saving …";
  if (save.isError) return "Not saved";
  return changed ? "Changed" : "Saved";
}

function sizeWords(size: number | null): string {
  return size === null
    ? "more different questions than can be counted"
    : `gives ${size.toLocaleString("en")} different question${size === 1 ? "" : "s"}`;
}
