import { capOf } from "../keys";

/** A key as it is written on its cap; not read aloud, as the keys have a sheet of their own. */
export function Cap({ of }: { of: string }) {
  return <kbd aria-hidden="true">{capOf(of)}</kbd>;
}
