import { type ComponentProps, useEffect, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import type { Pack } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { Detail } from "./Detail";
import { Filters, NOTHING_WANTED } from "./Filters";
import { GiveTo } from "./GiveTo";
import { Grid } from "./Grid";
import { NewQuestion } from "./NewQuestion";
import { SetMany } from "./SetMany";
import { Toolbar } from "./Toolbar";
import { useChosen } from "./useChosen";
import { useList } from "./useList";
import { useQuestionChanges } from "./useQuestionChanges";

/** The questions of a pack: found, looked at, changed in place, and changed many at once. */
export function QuestionTable({ pack }: { pack: Pack }) {
  const [focused, setFocused] = useState(false);
  const [opened, setOpened] = useState<"set" | "give">();
  const scroller = useRef<HTMLDivElement>(null);
  const list = useList(pack, scroller);
  const { adding, setAdding, add, stopAdding } = useAdding(list);
  const change = useQuestionChanges(list.pack);
  const { open, numbers, all, wanted, pages } = list;
  const look = (row: number, focus = false) => {
    setFocused(focus);
    list.look(row);
  };
  /** Opens the copy of the first of the chosen ones, which stands behind it, to be made another question. */
  const openCopy = () => {
    const row = numbers.length === 1 && list.current !== undefined ? list.current : numbers[0];
    if (row === undefined) return;
    setAdding(false);
    look(row + 1, true);
  };
  const { busy, many, shift } = useChosen(list, change, openCopy);
  usePastedRows((text) => change.addRows(text, open?.number ?? null, () => undefined));
  return (
    <div className="flex min-h-0 flex-1">
      <div className="flex min-w-0 flex-1 flex-col">
        <Filters wanted={wanted} found={pages.first} set={list.find} />
        <Toolbar
          found={pages.first}
          chosen={list.chosen.size}
          saving={change.isPending}
          idle={numbers.length === 0}
          add={add}
          many={many}
          open={setOpened}
        />
        <Told
          ownLetters={pages.first?.codes.includes("own-letters") ?? false}
          busy={busy}
          removeLetters={change.removeLetters}
          problem={change.error ?? pages.error}
        />
        <Grid
          list={list}
          scroller={scroller}
          narrow={open !== undefined || adding}
          look={(row) => {
            setAdding(false); // what was written is kept, and there when another is added
            look(row);
          }}
          shift={shift}
          remove={() => many("remove")}
          savePrompt={change.savePrompt}
        />
        {pages.first?.total === 0 && <Nothing inPack={all === 0} />}
      </div>
      {adding ? (
        <NewQuestion
          pack={pack}
          kind={open?.kind ?? pages.first?.questions.at(-1)?.kind ?? "choice"}
          after={open?.number ?? null}
          saved={list.setCurrent}
          close={stopAdding}
        />
      ) : (
        <OpenOne list={list} focused={focused} look={look} />
      )}
      <ForChosen
        what={opened}
        pack={pack}
        numbers={numbers}
        set={(fields) => change.many({ do: "set", numbers, fields }, list.chooseNone)}
        close={() => setOpened(undefined)}
      />
    </div>
  );
}

interface OpenOneProps {
  list: ReturnType<typeof useList>;
  focused: boolean;
  look: (row: number, focus: boolean) => void;
}

/** The question that is looked at, in full. */
function OpenOne({ list, focused, look }: OpenOneProps) {
  if (!list.open) return null;
  const { number } = list.open;
  return (
    <Detail
      key={number}
      pack={list.pack}
      number={number}
      focused={focused}
      next={() => look((list.current ?? 0) + 1, true)}
      close={() => list.setCurrent(undefined)}
    />
  );
}

function Nothing({ inPack }: { inPack: boolean }) {
  return (
    <p className="px-7 pb-10 text-soft">
      {inPack
        ? "No question yet. Add one, or paste rows from a spreadsheet here; the lines tell what was not read."
        : "No question is like that. Remove a condition."}
    </p>
  );
}

interface ForChosenProps {
  what: "set" | "give" | undefined;
  pack: Pack;
  numbers: number[];
  set: ComponentProps<typeof SetMany>["set"];
  close: () => void;
}

/** The sheet that is open for the questions that are chosen. */
function ForChosen({ what, pack, numbers, set, close }: ForChosenProps) {
  if (what === "set") return <SetMany count={numbers.length} set={set} close={close} />;
  return what === "give" && <GiveTo pack={pack} numbers={numbers} close={close} />;
}

interface ToldProps {
  ownLetters: boolean;
  busy: boolean;
  removeLetters: () => void;
  problem: Error | null;
}

/** What is told over the list: what is odd about all of it, and what could not be done. */
function Told({ ownLetters, busy, removeLetters, problem }: ToldProps) {
  return (
    <>
      {ownLetters && (
        <div className="px-7 pb-2">
          <Notice tone="mind">
            Options begin with letters of their own, which are wrong once they are shuffled.{" "}
            <Button small disabled={busy} onClick={removeLetters}>
              Remove the letters
            </Button>
          </Notice>
        </div>
      )}
      {problem && (
        <div className="px-7 pb-2">
          <Notice tone="bad">{problem.message}</Notice>
        </div>
      )}
    </>
  );
}

/** Whether a question is being added; all questions are in sight then. */
function useAdding({ wanted, find }: ReturnType<typeof useList>) {
  const [params, setParams] = useSearchParams();
  const [adding, setAdding] = useState(() => params.get("new") === "question");
  const add = () => {
    if (wanted !== NOTHING_WANTED) find(NOTHING_WANTED);
    setAdding(true);
  };
  const stopAdding = () => {
    setAdding(false);
    setParams({}, { replace: true });
  };
  return { adding, setAdding, add, stopAdding };
}

/** Rows that are pasted anywhere but into a field become questions. */
function usePastedRows(take: (text: string) => void) {
  useEffect(() => {
    const pasted = (event: ClipboardEvent) => {
      if (event.target instanceof HTMLElement && event.target.closest("input, textarea")) return;
      const text = event.clipboardData?.getData("text/plain") ?? "";
      if (text.trim() === "") return;
      event.preventDefault();
      take(text);
    };
    window.addEventListener("paste", pasted);
    return () => window.removeEventListener("paste", pasted);
  });
}
