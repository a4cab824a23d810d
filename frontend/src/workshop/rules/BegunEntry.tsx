import { Button } from "../../ui/Button";
import { Condition } from "./Condition";
import type { Words } from "./rows";
import { Dim } from "./Sentence";

interface Props {
  what: string;
  where: string;
  words: Words;
  keep: (source: string) => void;
  cancel: () => void;
}

/** A row, an ending or an award that waits for its condition; nothing of it is kept before. */
export function BegunEntry({ what, where, words, keep, cancel }: Props) {
  return (
    <li data-begun={what} className="flex items-baseline gap-2 border-t border-line py-1.5 pl-9">
      <Condition
        what={what}
        where={where}
        source=""
        words={words}
        keep={(source) => source && keep(source)}
        cancel={cancel}
      />
      <Dim>Say when: then it is added.</Dim>
      <Button small weight="quiet" className="ml-auto" onClick={cancel}>
        Cancel<span className="sr-only"> {what}</span>
      </Button>
    </li>
  );
}
