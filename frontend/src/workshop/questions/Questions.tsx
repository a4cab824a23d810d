import { useMutation } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useParams, useSearchParams } from "react-router";
import { api, type Ending, type Pack, packFile } from "../../api/client";
import { Button } from "../../ui/Button";
import { Menu, MenuDo, MenuFile } from "../../ui/Menu";
import { Notice } from "../../ui/Notice";
import { Sides } from "../../ui/Sides";
import { useCurrentGame, useCurrentPack, useShow, useWords } from "../data";
import { OnceThere } from "../WithGame";
import { packWords } from "../words";
import { Again } from "./Again";
import { ColumnsSheet } from "./Columns";
import { Lines } from "./Lines";
import { DropMedia } from "./DropMedia";
import { PackMends } from "./PackMends";
import { PackName } from "./PackName";
import { PacksOf } from "./PacksOf";
import { QuestionTable } from "./QuestionTable";
import { SavePartly } from "./SavePartly";

/** The questions screen: the questions of a pack in a table, or its lines as they are written. */
export function Questions() {
  const game = useCurrentGame();
  const pack = useCurrentPack();
  const { packId } = useParams();
  return (
    <div className="flex h-full flex-col">
      {game.data && <PacksOf key={game.data.id} game={game.data} pack={pack.data} />}
      {game.data && packId === undefined && game.data.packs.length === 0 ? (
        <div className="p-8">
          <h1 className="mb-2 text-3xl">No questions yet</h1>
          <p>Add a pack: one from the shelf, one from a file, or a new one to write into.</p>
        </div>
      ) : (
        <OnceThere
          found={{ data: pack.data, error: game.error ?? pack.error }}
          waiting="Opening the pack …"
          missing={game.error ? "This game is not on the shelf" : "This pack is not on the shelf"}
        >
          {(opened) => <PackSheet key={opened.id} pack={opened} />}
        </OnceThere>
      )}
    </div>
  );
}

type Side = "lines" | "questions";
type Opened = "columns" | "again" | undefined;

function PackSheet({ pack }: { pack: Pack }) {
  const show = useShow();
  const endings = useWords()?.endings ?? [];
  const [search] = useSearchParams();
  const line = Number(search.get("line")) || undefined;
  const [side, setSide] = useState<Side>(line || pack.to_mend > 0 ? "lines" : "questions");
  const [opened, setOpened] = useState<Opened>();
  const [saved, setSaved] = useState<Ending>();
  const turn = useMutation({
    mutationFn: (way: "undo" | "redo") => api.turnPack(pack.id, way, pack.revision),
    onSuccess: show.pack,
  });
  const { can_undo: canUndo, can_redo: canRedo } = pack;

  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest("textarea, input");
      if (typing || !(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "z") return;
      event.preventDefault();
      if (event.shiftKey ? canRedo : canUndo) turn.mutate(event.shiftKey ? "redo" : "undo");
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, [canUndo, canRedo, turn]);

  return (
    <DropMedia>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2 px-7 pt-4 pb-3">
        <div className="min-w-0 flex-1">
          <PackName pack={pack} />
          <p className="text-soft">
            {packWords(pack)} · {kindWords(pack)} · {formWords(pack)}
          </p>
        </div>
        <div className="flex flex-wrap gap-2">
          <Button small disabled={!canUndo || turn.isPending} onClick={() => turn.mutate("undo")}>
            Undo
          </Button>
          <Button small disabled={!canRedo || turn.isPending} onClick={() => turn.mutate("redo")}>
            Redo
          </Button>
          <Button small onClick={() => setOpened("columns")}>
            Columns
          </Button>
          <Button small onClick={() => setOpened("again")}>
            Read the file again
          </Button>
          <Menu label="Save as file">
            <MenuFile href={packFile(pack.id)}>As it stands</MenuFile>
            {endings.map((one) =>
              one.partly ? (
                <MenuDo key={one.ending} act={() => setSaved(one)}>
                  .{one.ending} <span className="text-soft">{one.says}</span>
                </MenuDo>
              ) : (
                <MenuFile key={one.ending} href={packFile(pack.id, one.ending)}>
                  .{one.ending} <span className="text-soft">{one.says}</span>
                </MenuFile>
              ),
            )}
          </Menu>
        </div>
      </div>
      <PackMends pack={pack} />
      {turn.error && (
        <div className="px-7 pb-3">
          <Notice tone="bad">{turn.error.message}</Notice>
        </div>
      )}
      <Sides
        label="How to see the pack"
        side={side}
        turn={setSide}
        tabs={SIDES}
        className="min-h-0 flex-1"
        headClassName="px-7"
        bodyClassName="flex min-h-0 flex-1 flex-col border-t border-line data-[state=inactive]:hidden"
      >
        {side === "lines" ? <Lines pack={pack} wanted={line} /> : <QuestionTable pack={pack} />}
      </Sides>
      <ColumnsSheet pack={pack} open={opened === "columns"} onClose={() => setOpened(undefined)} />
      <Again pack={pack} open={opened === "again"} onClose={() => setOpened(undefined)} />
      {saved && <SavePartly pack={pack} as={saved} leave={() => setSaved(undefined)} />}
    </DropMedia>
  );
}

const SIDES: [Side, string][] = [
  ["questions", "Questions"],
  ["lines", "Lines as written"],
];

function formWords(pack: Pack): string {
  if (pack.format !== "table") return pack.format.toUpperCase();
  return `${pack.encoding.toUpperCase()}, ${pack.delimiter}-separated · columns: ${roleWords(pack.roles)}`;
}

function kindWords(pack: Pack): string {
  return (
    Object.entries(pack.kinds)
      .map(([kind, number]) => `${number.toLocaleString("en")} ${kind}`)
      .join(", ") || "nothing to ask yet"
  );
}

/** Roles in their order, equal neighbours counted: "prompt, answer, 3 wrong". */
function roleWords(roles: string[]): string {
  const words: string[] = [];
  for (let at = 0; at < roles.length;) {
    let to = at;
    while (roles[to] === roles[at]) to += 1;
    words.push(to - at > 1 ? `${to - at} ${roles[at]}` : String(roles[at]));
    at = to;
  }
  return words.length > 8 ? `${words.slice(0, 8).join(", ")} …` : words.join(", ");
}
