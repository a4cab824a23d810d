import clsx from "clsx";
import { Tabs } from "radix-ui";
import type { ReactNode } from "react";

const TAB =
  "border-b-2 border-transparent pb-0.5 text-soft data-[state=active]:border-pine" +
  " data-[state=active]:font-bold data-[state=active]:text-pine";

interface Props<Side extends string> {
  label: string;
  side: Side;
  turn: (side: Side) => void;
  /** What stands on the tab of each side. */
  tabs: [side: Side, said: ReactNode][];
  /** What stands in the line of the tabs, behind them. */
  beside?: ReactNode;
  className?: string;
  headClassName?: string;
  bodyClassName?: string;
  /** The side that is seen. */
  children: ReactNode;
}

/** Some sides of one thing, of which one is seen; the arrow keys go from tab to tab. */
export function Sides<Side extends string>(props: Props<Side>) {
  const { label, side, turn, tabs, beside, children } = props;
  return (
    <Tabs.Root
      value={side}
      onValueChange={(value) => turn(value as Side)}
      className={clsx("flex flex-col", props.className)}
    >
      <div className={clsx("flex items-center gap-4", props.headClassName)}>
        <Tabs.List aria-label={label} className="flex flex-1 flex-wrap gap-x-3.5">
          {tabs.map(([one, said]) => (
            <Tabs.Trigger key={one} value={one} className={TAB}>
              {said}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {beside}
      </div>
      {tabs.map(([one]) => (
        <Tabs.Content key={one} value={one} className={props.bodyClassName} tabIndex={-1}>
          {one === side && children}
        </Tabs.Content>
      ))}
    </Tabs.Root>
  );
}
