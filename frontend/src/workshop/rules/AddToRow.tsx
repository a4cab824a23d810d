import { Plus } from "lucide-react";
import type { RuleRow } from "../../api/client";
import { RowMenu, RowMenuItem } from "./RowMenu";
import { type Change, type Path, set, type Words } from "./rows";

interface Props {
  row: RuleRow;
  path: Path;
  words: Words;
  change: Change;
  what: string;
  inRounds: boolean;
  /** Begins a part of which nothing is kept before something was typed or chosen. */
  begin: (part: Begun) => void;
}

export type Begun = "if" | "tell" | "cue";

interface Addition {
  said: string;
  act: () => void;
}

const CLOCKS = ["question", "game", "round"] as const;

/** What a row does not say yet, to be added; what is added takes the focus. */
export function AddToRow(props: Props) {
  const { what } = props;
  return (
    <RowMenu
      label={`Add to ${what}`}
      title={`Add to ${what}`}
      icon={<Plus size={16} aria-hidden="true" />}
      align="end"
      movesFocus
      className="p-1"
    >
      {[...additions(props)].map(({ said, act }) => (
        <RowMenuItem key={said} act={act}>
          {said}
        </RowMenuItem>
      ))}
    </RowMenu>
  );
}

function* additions(props: Props): Generator<Addition> {
  const { row, path, words, change, what, begin, inRounds } = props;
  const clocks = CLOCKS.filter((clock) => inRounds || clock !== "round");
  /** Something that has a usual value; the cell named by `focus` takes the focus. */
  const put = (said: string, key: Path, value: unknown, focus?: string): Addition => ({
    said,
    act: () => change([set([...path, ...key], value)], focus && `${what}: ${focus}`),
  });
  const begun = (part: Begun): Addition => ({ said: `${part} …`, act: () => begin(part) });
  if (row.if === null || row.if === undefined) yield begun("if");
  for (const name of words.meters) {
    if (name in (row.add ?? {}) || name in (row.set ?? {})) continue;
    yield put(`${name} +…`, ["add", name], 1, name);
    yield put(`${name} = …`, ["set", name], 0, name);
  }
  if (!row.tell) yield begun("tell");
  if (!row.reveal) {
    yield put("show the answer", ["reveal"], true);
    yield put("mark the parts that are right", ["reveal"], "parts");
  }
  if (!row.cue) yield begun("cue");
  if (row.hold === null || row.hold === undefined) yield put("for … s", ["hold"], 1.5, "for");
  const [then] = words.thens[row.moment] ?? [];
  if (!row.then && then) yield put("then …", ["then"], then, "then");
  for (const clock of clocks)
    if (!(clock in (row.time ?? {})))
      yield put(`${clock} clock +… s`, ["time", clock], 5, `${clock} clock`);
  for (const clock of clocks)
    if (!(row.restart ?? []).includes(clock))
      yield put(`${clock} clock starts anew`, ["restart"], [...(row.restart ?? []), clock]);
}
