import { Link } from "react-router";
import { sampleFile } from "../../api/client";
import { Button, buttonLook } from "../../ui/Button";

interface Props {
  busy: boolean;
  loadDemo: () => void;
  write: () => void;
}

/** What an empty shelf offers to begin with. */
export function Empty({ busy, loadDemo, write }: Props) {
  return (
    <div className="mt-4 flex flex-col gap-3" data-empty>
      <p className="text-soft">
        No pack yet. A pack is a file with a question and its answer on every line, separated by a
        tab, comma or semicolon; or a spreadsheet, JSON or YAML.
      </p>
      <ul className="flex flex-col gap-2">
        <li className="flex items-center gap-3">
          <Link className={buttonLook("plain", true)} to="/handbook/begin">
            Where to begin
          </Link>
          <span className="text-soft">ten minutes, and thirty recipes to open as games</span>
        </li>
        <li className="flex items-center gap-3">
          <Button small onClick={write}>
            Write questions
          </Button>
          <span className="text-soft">in a pack of your own</span>
        </li>
        <li className="flex items-center gap-3">
          <a className={buttonLook("plain", true)} href={sampleFile} download>
            Save a sample file
          </a>
          <span className="text-soft">to see how one is written</span>
        </li>
        <li className="flex items-center gap-3">
          <Button small disabled={busy} onClick={loadDemo}>
            {busy ? "Loading …" : "Load the demo"}
          </Button>
          <span className="text-soft">packs and games of an evening in a hut</span>
        </li>
      </ul>
    </div>
  );
}
