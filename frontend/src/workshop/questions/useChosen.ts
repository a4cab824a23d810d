import type { useList } from "./useList";
import type { useQuestionChanges } from "./useQuestionChanges";

/** What is done with the questions that are chosen; nothing while a change before it is on its way. */
export function useChosen(
  list: ReturnType<typeof useList>,
  change: ReturnType<typeof useQuestionChanges>,
  openCopy: () => void,
) {
  const { numbers, all, wanted, pages } = list;
  const busy = change.isPending || pages.behind;
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
  return { busy, many, shift };
}
