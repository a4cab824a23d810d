import { useEffect, useRef, useState } from "react";
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
import { useList } from "./useList";
import { useQuestionChanges } from "./useQuestionChanges";

/** The questions of a pack: found, looked at, changed in place, and changed many at once. */
export function QuestionTable({ pack }: { pack: Pack }) {
  const [params, setParams] = useSearchParams();
  const [adding, setAdding] = useState(() => params.get("new") === "question");
  const [focused, setFocused] = useState(false);
  const [opened, setOpened] = useState<"set" | "give">();
  const scroller = useRef<HTMLDivElement>(null);
  const list = useList(pack, scroller);
  const change = useQuestionChanges(list.pack);
  const { open, numbers, all, wanted, pages } = list;
  const busy = change.isPending || pages.behind;
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
  const many = (work: "remove" | "duplicate" | "move", before: number | null = null) => {
    if (busy || numbers.length === 0) return;
    change.many({ do: work, numbers, before }, () => {
      list.chooseNone();
      if (work === "remove") list.setCurrent(undefined);
      if (work === "duplicate" && wanted.order === "filed") openCopy();
    });
  };
  const shift = (by: number) => {
    const [first] = numbers;
    if (busy) return;
    if (numbers.length !== 1 || first === undefined || wanted.order !== "filed") return;
    const target = by < 0 ? first - 1 : first + 2;
    if (target < 0 || first + by >= all) return;
    change.many({ do: "move", numbers, before: target >= all ? null : target }, () =>
      list.setCurrent((list.current ?? 0) + by),
    );
  };
  const add = () => {
    if (wanted !== NOTHING_WANTED) list.find(NOTHING_WANTED);
    setAdding(true);
  };
  const stopAdding = () => {
    setAdding(false);
    setParams({}, { replace: true });
  };
  usePastedRows((text) => change.addRows(text, open?.number ?? null, () => undefined));
  const problem = change.error ?? pages.error;
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
        {pages.first?.codes.includes("own-letters") && (
          <div className="px-7 pb-2">
            <Notice tone="mind">
              Options begin with letters of their own, which are wrong once they are shuffled.{" "}
              <Button small disabled={busy} onClick={change.removeLetters}>
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
        {pages.first?.total === 0 && (
          <p className="px-7 pb-10 text-soft">
            {all === 0
              ? "No question yet. Add one, or paste rows from a spreadsheet here; the lines tell what was not read."
              : "No question is like that. Remove a condition."}
          </p>
        )}
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
        open && (
          <Detail
            key={open.number}
            pack={list.pack}
            number={open.number}
            focused={focused}
            next={() => look((list.current ?? 0) + 1, true)}
            close={() => list.setCurrent(undefined)}
          />
        )
      )}
      {opened === "set" && (
        <SetMany
          count={numbers.length}
          set={(fields) => change.many({ do: "set", numbers, fields }, list.chooseNone)}
          close={() => setOpened(undefined)}
        />
      )}
      {opened === "give" && (
        <GiveTo pack={pack} numbers={numbers} close={() => setOpened(undefined)} />
      )}
    </div>
  );
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
