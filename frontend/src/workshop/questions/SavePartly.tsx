import { useQuery } from "@tanstack/react-query";
import { api, type Ending, type Pack, packFile } from "../../api/client";
import { Button, buttonLook } from "../../ui/Button";
import { Notice } from "../../ui/Notice";
import { Sheet } from "../../ui/Sheet";
import { counted } from "../words";

interface Props {
  pack: Pack;
  as: Ending;
  leave: () => void;
}

/** Saving questions as a file that can't say all of them: first it is told what would not be in it. */
export function SavePartly({ pack, as, leave }: Props) {
  const told = useQuery({
    queryKey: ["lost", pack.id, pack.revision, as.ending],
    queryFn: () => api.lostInFile(pack.id, as.ending),
  });
  const lost = told.data?.lost ?? [];
  return (
    <Sheet
      open
      onClose={leave}
      title={`Save as .${as.ending}`}
      about={`${as.says}: questions, answers, what is said, pictures and sounds go with it; rules do not.`}
    >
      {told.error && <Notice tone="bad">{told.error.message}</Notice>}
      {told.isPending && <p role="status">Looking through the questions …</p>}
      {told.data && lost.length === 0 && <p>All of these questions can be said in it.</p>}
      {told.data && lost.length > 0 && (
        <>
          <h3 className="mb-1 font-bold">{counted(told.data.total, "thing")} would not be in it</h3>
          <ul className="mb-2 max-h-72 list-disc overflow-auto ps-5" tabIndex={0}>
            {lost.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
          {told.data.total > lost.length && <p>… and more of the same.</p>}
        </>
      )}
      <div className="mt-4 flex gap-3">
        <a
          className={buttonLook("main")}
          href={packFile(pack.id, as.ending)}
          download
          onClick={leave}
        >
          Save the file
        </a>
        <Button onClick={leave}>Cancel</Button>
      </div>
    </Sheet>
  );
}
