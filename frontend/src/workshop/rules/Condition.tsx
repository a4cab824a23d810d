import { ChevronDown } from "lucide-react";
import { Cell } from "./Cell";
import { RowMenu, RowMenuItem } from "./RowMenu";
import { cellOf, type Change, type Path, set, setOrRemove, type Words } from "./rows";
import { Dim, Part } from "./Sentence";

interface Props {
  what: string;
  moment: string;
  source: string;
  path: Path;
  words: Words;
  change: Change;
}

/** The condition of a row: typed, or picked from readable ones that fit its moment. */
export function Condition({ what, moment, source, path, words, change }: Props) {
  const fitting = words.conditions[moment] ?? [];
  const said = fitting.find((one) => one.source === source)?.said;
  return (
    <Part>
      <Dim>if</Dim>{" "}
      <Cell
        {...cellOf(words)}
        label={`${what}: if`}
        kind="expression"
        value={source}
        keep={(text) => change([setOrRemove([...path, "if"], text)])}
      />
      <RowMenu
        label={`Conditions that fit ${what}`}
        title="Conditions that fit"
        icon={<ChevronDown size={14} aria-hidden="true" />}
        className="self-center p-0.5"
      >
        {fitting.map((one) => (
          <RowMenuItem
            key={one.source}
            act={() => change([set([...path, "if"], one.source)])}
            source={one.source}
          >
            {one.said}
          </RowMenuItem>
        ))}
      </RowMenu>
      {said && <span className="text-sm text-soft italic">{said}</span>}
    </Part>
  );
}
