import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

interface LeafProps {
  title: string;
  /** Whether the title is for screen readers alone. */
  quiet?: boolean;
  onClose: () => void;
  children: ReactNode;
}

/** A sheet laid over the page; Escape takes it away. */
export function Leaf({ title, quiet = false, onClose, children }: LeafProps) {
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
