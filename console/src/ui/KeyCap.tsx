import { capOf } from "../keys";

/** A key's label; hidden from screen readers, since the keyboard help lists all keys. */
export function KeyCap({ of }: { of: string }) {
  return <kbd aria-hidden="true">{capOf(of)}</kbd>;
}
