import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

interface PanelProps {
  title: string;
  /** Whether the title is for screen readers alone. */
  quiet?: boolean;
  /** Whether it stands at the right, so that the page of a document at the left stays in view. */
  beside?: boolean;
  /** Whether it holds the focus itself at first, so that what is shown later may take it from there. */
  holdsFocus?: boolean;
  onClose: () => void;
  children: ReactNode;
}

/** A panel over the page; Escape closes it. */
export function Panel({ title, quiet = false, beside = false, holdsFocus = false, onClose, children }: PanelProps) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className={beside ? "shade clear" : "shade"} />
        <Dialog.Content
          className={beside ? "panel beside" : "panel"}
          aria-describedby={undefined}
          onOpenAutoFocus={(event) => {
            if (!holdsFocus) return;
            event.preventDefault();
            (event.currentTarget as HTMLElement).focus();
          }}
        >
          <Dialog.Title className={quiet ? "sr-only" : "part"}>{title}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
