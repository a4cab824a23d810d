import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { buttonLook } from "./Button";

interface Props {
  label: ReactNode;
  disabled?: boolean;
  /** Without an edge, in a line of text. */
  small?: boolean;
  children: ReactNode;
}

/** A button that opens a short list of things to do; the list stands in the part of the page it belongs to. */
export function Menu({ label, disabled = false, small = false, children }: Props) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger
        className={buttonLook(small ? "quiet" : "plain", true)}
        disabled={disabled}
      >
        {label}
      </DropdownMenu.Trigger>
      <DropdownMenu.Content
        align="end"
        sideOffset={4}
        className="z-10 max-h-[70vh] min-w-44 overflow-auto rounded-md border border-edge bg-sheet py-1"
      >
        {children}
      </DropdownMenu.Content>
    </DropdownMenu.Root>
  );
}

const ITEM =
  "block w-full cursor-default px-3 py-1 text-left outline-none" +
  " data-[highlighted]:bg-moss data-[highlighted]:text-pine";

/** Something to do in a menu, with its key where it has one. */
export function MenuDo({
  act,
  hint,
  children,
}: {
  act: () => void;
  hint?: string;
  children: ReactNode;
}) {
  return (
    <DropdownMenu.Item onSelect={act} className={`${ITEM} flex justify-between gap-4`}>
      <span>{children}</span>
      {hint && <kbd className="font-mono text-sm text-soft">{hint}</kbd>}
    </DropdownMenu.Item>
  );
}

/** A link in a menu that saves a file. */
export function MenuFile({ href, children }: { href: string; children: ReactNode }) {
  return (
    <DropdownMenu.Item asChild>
      <a href={href} download className={ITEM}>
        {children}
      </a>
    </DropdownMenu.Item>
  );
}
