import clsx from "clsx";
import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";

interface Props {
  /** What the button says to those who can't see its icon. */
  label: string;
  title: string;
  icon: ReactNode;
  align?: "start" | "end";
  /** What is chosen takes the focus itself: it does not go back to the button. */
  movesFocus?: boolean;
  className?: string;
  children: ReactNode;
}

/** A small button in a row's sentence that opens a list of what can stand there. */
export function RowMenu({ label, title, icon, align, movesFocus, className, children }: Props) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        aria-label={label}
        title={title}
        className={clsx("rounded-sm text-soft hover:bg-moss hover:text-pine", className)}
      >
        {icon}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align={align ?? "start"}
          onCloseAutoFocus={(event) => movesFocus && event.preventDefault()}
          className="z-20 max-h-80 overflow-auto rounded-md border border-edge bg-sheet py-1"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

interface ItemProps {
  act: () => void;
  /** The expression that it stands for, where it is said in words. */
  source?: string;
  children: string;
}

/** Something that can stand in the row. */
export function RowMenuItem({ act, source, children }: ItemProps) {
  return (
    <DropdownMenu.Item
      onSelect={act}
      data-condition={source}
      className="flex cursor-pointer justify-between gap-6 px-3 py-0.5 outline-none data-[highlighted]:bg-moss data-[highlighted]:text-pine"
    >
      {children}
      {source && <span className="font-mono text-sm text-soft">{source}</span>}
    </DropdownMenu.Item>
  );
}
