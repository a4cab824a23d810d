import clsx from "clsx";
import { type DragEvent, type ReactNode, useState } from "react";
import { BroughtFiles } from "../BroughtFiles";
import { type Outcome, useBringFiles } from "../useBringFiles";

/** A pack's screen, onto which pictures, sounds and question files can be dropped, many at once. */
export function DropMedia({ children }: { children: ReactNode }) {
  const [over, setOver] = useState(false);
  const [told, setTold] = useState<Outcome[]>([]);
  const bring = useBringFiles(setTold);
  const holdsFiles = (event: DragEvent) => event.dataTransfer.types.includes("Files");
  return (
    <div
      data-drop="pack"
      className={clsx(
        "flex min-h-0 flex-1 flex-col",
        over && "outline-2 -outline-offset-2 outline-pine",
      )}
      onDragOver={(event) => {
        if (!holdsFiles(event)) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        if (!holdsFiles(event)) return;
        event.preventDefault();
        setOver(false);
        bring.mutate({ files: [...event.dataTransfer.files] });
      }}
    >
      {(bring.isPending || told.length > 0) && (
        <div className="px-7 pt-2">
          {bring.isPending ? (
            <p role="status">Reading …</p>
          ) : (
            <BroughtFiles outcomes={told} leave={() => setTold([])} />
          )}
        </div>
      )}
      {children}
    </div>
  );
}
