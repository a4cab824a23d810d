import { useEffect, useState } from "react";
import { Link, useLocation } from "react-router";
import { Button } from "../../ui/Button";
import { Sheet } from "../../ui/Sheet";
import { useBook } from "./useBook";

const TYPED_IN = "input, textarea, select, [contenteditable=true], .cm-editor";

/** The help of the screen one is at: what it is for, its keys, and where to read on. */
export function Help() {
  const [open, setOpen] = useState(false);
  const screen = useScreen();
  const book = useBook(open);
  useEffect(() => {
    const key = (event: KeyboardEvent) => {
      if (event.key !== "?" || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.target instanceof HTMLElement && event.target.closest(TYPED_IN)) return;
      event.preventDefault();
      setOpen(true);
    };
    window.addEventListener("keydown", key);
    return () => window.removeEventListener("keydown", key);
  }, []);
  const page = book?.pages.find(({ name }) => name === `route/${screen}`);
  const keys = [...(book?.keys[screen] ?? []), ...(book?.keys["everywhere"] ?? [])];
  const close = () => setOpen(false);
  return (
    <>
      <Button
        small
        aria-label="Help"
        title="Help for this screen (?)"
        onClick={() => setOpen(true)}
      >
        ?
      </Button>
      {page && (
        <Sheet open={open} onClose={close} title={page.title} about={page.about}>
          <h3 className="mb-1 text-lg">Keys</h3>
          <dl className="grid grid-cols-[max-content_1fr] gap-x-5 gap-y-1" data-keys={screen}>
            {keys.map(({ keys, does }) => (
              <div key={`${keys} ${does}`} className="contents">
                <dt className="font-mono text-sm">{keys}</dt>
                <dd>{does}</dd>
              </div>
            ))}
          </dl>
          <p className="mt-5 flex flex-wrap gap-x-6 gap-y-2">
            <Onward to={page.name} said="Read more about this screen" onPress={close} />
            <Onward to="reference/card" said="All keys and names" onPress={close} />
            <Onward to="begin" said="The handbook" onPress={close} />
          </p>
        </Sheet>
      )}
    </>
  );
}

function Onward({ to, said, onPress }: { to: string; said: string; onPress: () => void }) {
  return (
    <Link to={`/handbook/${to}`} onClick={onPress} className="font-bold text-pine underline">
      {said}
    </Link>
  );
}

/** The screen one is at, as the handbook calls it. */
function useScreen(): string {
  const [kind, , screen] = useLocation().pathname.split("/").filter(Boolean);
  if (kind === "packs") return "questions";
  return kind === "games" && screen ? screen : "shelf";
}
