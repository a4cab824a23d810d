import { useMutation } from "@tanstack/react-query";
import clsx from "clsx";
import { type DragEvent, useRef, useState } from "react";
import { useNavigate } from "react-router";
import { api, type Brought, type Job, type Settings } from "../../api/client";
import { Button } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { useShow } from "../data";
import { BringBundle } from "./BringBundle";
import { LookFirst } from "./LookFirst";

interface Props {
  paste: () => void;
  working: (jobs: Job[]) => void;
}

/** Where files are brought: a question file becomes a pack, a game's YAML or a bundle a game. */
export function Bring({ paste, working }: Props) {
  const navigate = useNavigate();
  const { shelf } = useShow();
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const [lookFirst, setLookFirst] = useState(false);
  const [looking, setLooking] = useState<File>();
  const [bundle, setBundle] = useState<File>();
  const bring = useMutation({
    mutationFn: async ({ files, settings }: { files: File[]; settings?: Settings }) => {
      const brought: Brought[] = [];
      for (const file of files) brought.push(await api.bring(file, settings));
      return brought;
    },
    onSuccess: (brought) => {
      void shelf();
      setLooking(undefined);
      working(brought.flatMap(({ job }) => job ?? []));
      const [first, ...more] = brought;
      if (more.length > 0) return;
      if (first?.pack) void navigate(`/packs/${first.pack.id}`);
      if (first?.game) void navigate(`/games/${first.game}/rules`);
    },
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
  const drop = (event: DragEvent) => {
    event.preventDefault();
    setOver(false);
    take([...event.dataTransfer.files]);
  };
  return (
    <div
      data-drop="questions"
      onDrop={drop}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
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
      <label className="flex w-full items-center gap-2 text-sm text-soft">
        <input
          type="checkbox"
          className="size-4 accent-pine"
          checked={lookFirst}
          onChange={(event) => setLookFirst(event.target.checked)}
        />
        Look at the columns before reading
      </label>
      {looking && (
        <LookFirst
          key={looking.name}
          file={looking}
          busy={bring.isPending}
          done={(settings) => bring.mutate({ files: [looking], settings })}
          leave={() => setLooking(undefined)}
        />
      )}
      {bundle && <BringBundle key={bundle.name} file={bundle} leave={() => setBundle(undefined)} />}
      {bring.error && (
        <div className="w-full">
          <Notice tone="bad">{bring.error.message}</Notice>
        </div>
      )}
    </div>
  );
}
