import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

interface LeafProps {
  title: string;
  /** Whether the title is for screen readers alone. */
  quiet?: boolean;
  onClose: () => void;
  children: ReactNode;
}

/** A panel over the page; Escape closes it. */
export function SidePanel({ title, quiet = false, onClose, children }: LeafProps) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="leaf" aria-describedby={undefined}>
          <Dialog.Title className={quiet ? "sr-only" : "part"}>{title}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
