import clsx from "clsx";
import { type KeyboardEvent, useEffect, useRef } from "react";
import type { Line, Question, Snag } from "../../api/client";
import { Button } from "../../ui/Button";
import { Light } from "../../ui/Light";
import { SnagText } from "../snags/SnagText";
import { optionWords } from "../words";

interface Props {
  line: Line;
  /** What is being written in its place. */
  written: string | undefined;
  busy: boolean;
  write: (text: string | undefined) => void;
  save: (raw: string | null) => void;
}

/** One line: as written, with its tabs and blanks made visible, beside what was read from it. */
export function LineRow({ line, written, busy, write, save }: Props) {
  const { snags } = line;
  const editing = written !== undefined;
  const mends = snags.filter((snag) => snag.mend !== "");
  const spare =
    line.state !== "question" && snags.length > 0 && !mends.some((snag) => snag.mended === null);
  return (
    <div className="grid grid-cols-[4.5rem_1fr_1fr] items-start px-7 py-2">
      <span className="font-mono text-sm text-soft">{line.number}</span>
      {editing ? (
        <LineEditor
          text={written}
          busy={busy}
          write={write}
          save={save}
          leave={() => write(undefined)}
        />
      ) : (
        <button
          type="button"
          className="rounded-sm px-1 text-left font-mono text-sm wrap-anywhere hover:bg-straw"
          onClick={() => write(line.raw)}
          title="Change this line"
        >
          <Raw text={line.raw} />
          <span className="sr-only"> Change line {line.number}</span>
        </button>
      )}
      <div className="flex flex-col gap-1.5 pl-4">
        {line.question && <Read question={line.question} />}
        {snags.map((snag, n) => (
          <SnagNote key={n} snag={snag} />
        ))}
        {!editing && (mends.length > 0 || spare) && (
          <div className="flex gap-2">
            {mends.map((snag) => (
              <Button
                key={snag.code}
                small
                weight="main"
                disabled={busy}
                onClick={() => save(snag.mended)}
              >
                {snag.mend}
                <span className="sr-only"> (line {line.number})</span>
              </Button>
            ))}
            {spare && (
              <Button small disabled={busy} onClick={() => save(null)}>
                Remove the line<span className="sr-only"> (line {line.number})</span>
              </Button>
            )}
          </div>
        )}
      </div>
    </div>
  );
}

const VISIBLE = /(\t| {2,}|(?<=^|\t) | (?=\t|$)|\u00a0)/;

/** Raw text with tabs as arrows, and blanks that are doubled or at an edge of a field as dots. */
function Raw({ text }: { text: string }) {
  if (text === "") return <span className="text-soft italic">(blank)</span>;
  // every second part is one that is made visible
  return text.split(VISIBLE).map((part, n) =>
    n % 2 === 0 ? (
      part
    ) : part === "\t" ? (
      <span key={n} className="px-0.5 font-medium text-lake" data-mark="tab">
        →<wbr />
      </span>
    ) : (
      <span key={n} className="font-medium text-ember" data-mark="blank">
        {"·".repeat(part.length)}
      </span>
    ),
  );
}

function Read({ question }: { question: Question }) {
  return (
    <div>
      <p>
        <Light text={question.prompt} />
      </p>
      <p className="text-sm text-soft">
        {question.kind}:{" "}
        {question.options.length > 0
          ? question.options.map((option, place) => (
              <span key={place}>
                {place > 0 && " · "}
                <span className={clsx(question.rights.includes(place) && "font-bold text-pine")}>
                  {question.rights.includes(place) && "✓ "}
                  <Light text={optionWords(option)} />
                </span>
              </span>
            ))
          : question.answers.map((answer, n) => (
              <span key={n} className="font-bold text-pine">
                {n > 0 && " · "}✓ {answer}
              </span>
            ))}
      </p>
    </div>
  );
}

const LOOK: Record<Snag["severity"], { look: string; said: string }> = {
  stop: { look: "border-ember", said: "Not read" },
  warn: { look: "border-ochre", said: "Look" },
  note: { look: "border-lake", said: "Note" },
};

export function SnagNote({ snag }: { snag: Snag }) {
  const { look, said } = LOOK[snag.severity];
  return (
    <p data-snag={snag.code} className={clsx("border-l-[3px] pl-2 text-sm", look)}>
      <strong>{said}.</strong> <SnagText snag={snag} />
    </p>
  );
}

interface EditorProps {
  text: string;
  busy: boolean;
  write: (text: string) => void;
  save: (raw: string) => void;
  leave: () => void;
}

function LineEditor({ text, busy, write, save, leave }: EditorProps) {
  const area = useRef<HTMLTextAreaElement>(null);
  useEffect(() => {
    const field = area.current;
    field?.focus();
    field?.setSelectionRange(field.value.length, field.value.length);
  }, []);
  const insertTab = () => {
    const field = area.current;
    if (!field) return;
    field.setRangeText("\t", field.selectionStart, field.selectionEnd, "end");
    write(field.value);
    field.focus();
  };
  const key = (event: KeyboardEvent) => {
    if (event.key === "Enter") {
      event.preventDefault();
      save(text);
    } else if (event.key === "Escape") leave();
  };
  return (
    <div className="flex flex-col gap-1.5">
      <textarea
        ref={area}
        rows={3}
        aria-label="The line as written"
        spellCheck={false}
        className="w-full rounded-sm border border-pine bg-sheet p-1.5 font-mono text-sm [tab-size:6]"
        value={text}
        onChange={(event) => write(event.target.value.replace(/[\r\n]+/g, " "))}
        onKeyDown={key}
      />
      <div className="flex flex-wrap items-center gap-2">
        <Button small weight="main" disabled={busy} onClick={() => save(text)}>
          Save line
        </Button>
        <Button small onClick={insertTab}>
          Insert a tab
        </Button>
        <Button small weight="quiet" onClick={leave}>
          Cancel
        </Button>
        <span className="font-mono text-sm text-soft" aria-hidden="true">
          <Raw text={text} />
        </span>
      </div>
    </div>
  );
}
