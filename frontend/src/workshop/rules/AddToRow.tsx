import { Plus } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import type { Edit, RuleRow } from "../../api/client";
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
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        aria-label={`Add to ${what}`}
        title={`Add to ${what}`}
        className="rounded-sm p-1 text-soft hover:bg-moss hover:text-pine"
      >
        <Plus size={16} aria-hidden="true" />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          onCloseAutoFocus={(event) => event.preventDefault()}
          className="z-20 max-h-80 overflow-auto rounded-md border border-edge bg-sheet py-1"
        >
          {[...additions(row, path, words)].map(({ said, edits, focus }) => (
            <DropdownMenu.Item
              key={said}
              onSelect={() => change(edits, focus && `${what}: ${focus}`)}
              className="cursor-pointer px-3 py-0.5 outline-none data-[highlighted]:bg-moss data-[highlighted]:text-pine"
            >
              {said}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
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
  if (!row.reveal) yield put("show the answer", ["reveal"], true);
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
