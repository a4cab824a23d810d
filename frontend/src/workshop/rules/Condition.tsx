import { ChevronDown } from "lucide-react";
import { Cell } from "./Cell";
import { RowMenu, RowMenuItem } from "./RowMenu";
import { cellOf, type Words } from "./rows";
import { Dim, Part } from "./Sentence";

interface Props {
  what: string;
  /** The moment whose conditions fit, or `endings` or `awards`. */
  where: string;
  /** "" where none was typed yet. */
  source: string;
  words: Words;
  keep: (source: string) => void;
  cancel?: () => void;
}

/** A condition: typed, or picked from readable ones that fit where it stands. */
export function Condition({ what, where, source, words, keep, cancel }: Props) {
  const fitting = words.conditions[where] ?? [];
  const said = fitting.find((one) => one.source === source)?.said;
  return (
    <Part>
      <Dim>if</Dim>{" "}
      <Cell
        {...cellOf(words)}
        label={`${what}: if`}
        kind={where === "endings" || where === "awards" ? "expression" : "row"}
        value={source}
        placeholder="…"
        keep={keep}
        {...(cancel && { cancel })}
      />
      <RowMenu
        label={`Conditions that fit ${what}`}
        title="Conditions that fit"
        icon={<ChevronDown size={14} aria-hidden="true" />}
        className="self-center p-0.5"
      >
        {fitting.map((one) => (
          <RowMenuItem key={one.source} act={() => keep(one.source)} source={one.source}>
            {one.said}
          </RowMenuItem>
        ))}
      </RowMenu>
      {said && <span className="text-sm text-soft italic">{said}</span>}
    </Part>
  );
}
