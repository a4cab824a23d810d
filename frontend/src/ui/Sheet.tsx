import clsx from "clsx";
import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

interface Props {
  open: boolean;
  onClose: () => void;
  title: string;
  about: string;
  wide?: boolean;
  children: ReactNode;
}

/** A sheet of paper laid over the page for one small task. Escape lays it aside. */
export function Sheet({ open, onClose, title, about, wide = false, children }: Props) {
  return (
    <Dialog.Root open={open} onOpenChange={(now) => !now && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-10 bg-ink/40" />
        <Dialog.Content
          className={clsx(
            "fixed z-10 top-[10vh] left-1/2 max-h-[84vh] -translate-x-1/2 scroll-pb-20 overflow-auto rounded-md border border-edge bg-sheet p-6",
            wide ? "w-[min(62rem,94vw)]" : "w-[min(40rem,94vw)]",
          )}
        >
          <Dialog.Title className="text-2xl">{title}</Dialog.Title>
          <Dialog.Description className="mt-1 mb-4 text-soft">{about}</Dialog.Description>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
