import { Plus } from "lucide-react";
import type { Edit, RuleRow } from "../../api/client";
import { RowMenu, RowMenuItem } from "./RowMenu";
import { type Change, type Path, set, type Words } from "./rows";

interface Props {
  row: RuleRow;
  path: Path;
  words: Words;
  change: Change;
  what: string;
}

interface Addition {
  said: string;
  edits: Edit[];
  /** The cell that takes the focus, without the name of the row. */
  focus?: string;
}

const CLOCKS = ["question", "game"] as const;

/** What a row does not say yet, to be added; what is added takes the focus. */
export function AddToRow({ row, path, words, change, what }: Props) {
  return (
    <RowMenu
      label={`Add to ${what}`}
      title={`Add to ${what}`}
      icon={<Plus size={16} aria-hidden="true" />}
      align="end"
      movesFocus
      className="p-1"
    >
      {[...additions(row, path, words)].map(({ said, edits, focus }) => (
        <RowMenuItem key={said} act={() => change(edits, focus && `${what}: ${focus}`)}>
          {said}
        </RowMenuItem>
      ))}
    </RowMenu>
  );
}

function* additions(row: RuleRow, path: Path, words: Words): Generator<Addition> {
  const put = (said: string, key: Path, value: unknown, focus?: string): Addition => ({
    said,
    edits: [set([...path, ...key], value)],
    ...(focus && { focus }),
  });
  const [condition] = words.conditions[row.moment] ?? [];
  if (row.if === null || row.if === undefined)
    yield put("if …", ["if"], condition?.source ?? "asked == 1", "if");
  for (const name of words.meters) {
    if (name in (row.add ?? {}) || name in (row.set ?? {})) continue;
    yield put(`${name} +…`, ["add", name], 1, name);
    yield put(`${name} = …`, ["set", name], 0, name);
  }
  if (!row.tell) yield put("tell …", ["tell"], "…", "tell");
  if (!row.reveal) {
    yield put("show the answer", ["reveal"], true);
    yield put("mark the parts that are right", ["reveal"], "parts");
  }
  if (!row.cue) yield put("cue …", ["cue"], words.cues[0] ?? "bright", "cue");
  if (row.hold === null || row.hold === undefined) yield put("for … s", ["hold"], 1.5, "for");
  const [then] = words.thens[row.moment] ?? [];
  if (!row.then && then) yield put("then …", ["then"], then, "then");
  for (const clock of CLOCKS)
    if (!(clock in (row.time ?? {})))
      yield put(`${clock} clock +… s`, ["time", clock], 5, `${clock} clock`);
  for (const clock of CLOCKS)
    if (!(row.restart ?? []).includes(clock))
      yield put(`${clock} clock starts anew`, ["restart"], [...(row.restart ?? []), clock]);
}
