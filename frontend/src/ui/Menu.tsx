import { DropdownMenu } from "radix-ui";
import type { ReactNode } from "react";
import { buttonLook } from "./Button";

/** A button that opens a short list of things to do. */
export function Menu({ label, children }: { label: string; children: ReactNode }) {
  return (
    <DropdownMenu.Root modal={false}>
      <DropdownMenu.Trigger className={buttonLook("plain", true)}>{label}</DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-10 min-w-44 rounded-md border border-edge bg-sheet py-1"
        >
          {children}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** A link in a menu that saves a file. */
export function MenuFile({ href, children }: { href: string; children: ReactNode }) {
  return (
    <DropdownMenu.Item asChild>
      <a
        href={href}
        download
        className="block px-3 py-1 outline-none data-[highlighted]:bg-moss data-[highlighted]:text-pine"
      >
        {children}
      </a>
    </DropdownMenu.Item>
  );
}
