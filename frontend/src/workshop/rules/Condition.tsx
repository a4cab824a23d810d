import { ChevronDown } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { Cell } from "./Cell";
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
      <DropdownMenu.Root modal={false}>
        <DropdownMenu.Trigger
          aria-label={`Conditions that fit ${what}`}
          title="Conditions that fit"
          className="self-center rounded-sm p-0.5 text-soft hover:bg-moss hover:text-pine"
        >
          <ChevronDown size={14} aria-hidden="true" />
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="start"
            className="z-20 max-h-80 overflow-auto rounded-md border border-edge bg-sheet py-1"
          >
            {fitting.map((one) => (
              <DropdownMenu.Item
                key={one.source}
                data-condition={one.source}
                onSelect={() => change([set([...path, "if"], one.source)])}
                className="flex cursor-pointer justify-between gap-6 px-3 py-0.5 outline-none data-[highlighted]:bg-moss data-[highlighted]:text-pine"
              >
                {one.said}
                <span className="font-mono text-sm text-soft">{one.source}</span>
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {said && <span className="text-sm text-soft italic">{said}</span>}
    </Part>
  );
}
