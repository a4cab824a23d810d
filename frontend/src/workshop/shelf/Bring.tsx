import { Tick } from "../../ui/Tick";
import clsx from "clsx";
import { type DragEvent, useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { Job } from "../../api/client";
import { Button } from "../../ui/Button";
import { BroughtFiles } from "../BroughtFiles";
import { type Outcome, useBringFiles } from "../useBringFiles";
import { BringBundle } from "./BringBundle";
import { LookFirst } from "./LookFirst";

interface Props {
  paste: () => void;
  working: (jobs: Job[]) => void;
}

/** Where files are brought: a question file becomes a pack, a game's YAML or a bundle a game; pictures and sounds are there for all. */
export function Bring({ paste, working }: Props) {
  const navigate = useNavigate();
  const input = useRef<HTMLInputElement>(null);
  const [lookFirst, setLookFirst] = useState(false);
  const [looking, setLooking] = useState<File>();
  const [bundle, setBundle] = useState<File>();
  const [told, setTold] = useState<Outcome[]>([]);
  const bring = useBringFiles((outcomes) => {
    setLooking(undefined);
    working(outcomes.flatMap(({ brought }) => brought?.job ?? []));
    const [first, ...more] = outcomes;
    const alone = more.length === 0 ? first?.brought : undefined;
    setTold(alone ? [] : outcomes);
    if (alone?.pack) void navigate(`/packs/${alone.pack.id}`);
    if (alone?.game) void navigate(`/games/${alone.game}/rules`);
  });
  const take = (files: File[]) => {
    const [first, ...more] = files;
    if (!first) return;
    if (more.length === 0 && first.name.toLowerCase().endsWith(".zip")) {
      setBundle(first);
      return;
    }
    if (lookFirst && more.length === 0) setLooking(first);
    else bring.mutate({ files });
  };
  const { over, ...dropping } = useDropped(take);
  return (
    <div
      data-drop="questions"
      {...dropping}
      className={clsx(
        "flex flex-wrap items-center gap-3 rounded-md border border-dashed px-4 py-4",
        over ? "border-pine bg-moss" : "border-edge bg-sheet",
      )}
    >
      <p className="flex-1 whitespace-nowrap">
        {bring.isPending ? "Reading …" : "Drop files here, or"}
      </p>
      <input
        ref={input}
        type="file"
        multiple
        className="hidden"
        aria-label="Question files"
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          event.target.value = "";
          take(files);
        }}
      />
      <Button weight="main" onClick={() => input.current?.click()}>
        Choose files
      </Button>
      <Button onClick={paste}>Paste text</Button>
      <span className="w-full text-sm text-soft">
        <Tick label="Look at the columns before reading" value={lookFirst} keep={setLookFirst} />
      </span>
      {looking && (
        <LookFirst
          key={looking.name}
          file={looking}
          busy={bring.isPending}
          done={(settings) => bring.mutate({ files: [looking], settings })}
          leave={() => setLooking(undefined)}
        />
      )}
      {bundle && (
        <BringBundle
          key={bundle.name}
          file={bundle}
          questions={() => {
            setBundle(undefined);
            bring.mutate({ files: [bundle] });
          }}
          leave={() => setBundle(undefined)}
        />
      )}
      {told.length > 0 && (
        <div className="w-full">
          <BroughtFiles outcomes={told} leave={() => setTold([])} />
        </div>
      )}
    </div>
  );
}

/** Takes the files that are dropped, and knows when some are held over the place. */
function useDropped(take: (files: File[]) => void) {
  const [over, setOver] = useState(false);
  const held = (event: DragEvent, now: boolean) => {
    event.preventDefault();
    setOver(now);
  };
  return {
    over,
    onDrop: (event: DragEvent) => {
      held(event, false);
      take([...event.dataTransfer.files]);
    },
    onDragOver: (event: DragEvent) => held(event, true),
    onDragLeave: () => setOver(false),
  };
}
