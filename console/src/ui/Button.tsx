import type { ComponentProps } from "react";
import { KeyCap } from "./KeyCap";

interface DoProps extends ComponentProps<"button"> {
  /** The one that a place suggests. */
  first?: boolean;
  bare?: boolean;
  /** The key that does the same now. */
  cap?: string | undefined;
}

/** A button: flat, with its key inside. */
export function Do({ first = false, bare = false, cap, children, className = "", ...rest }: DoProps) {
  const looks = ["do", first ? "first" : "", bare ? "bare" : "", className].filter(Boolean).join(" ");
  return (
    <button type="button" className={looks} {...rest}>
      {children}
      {cap !== undefined && <KeyCap of={cap} />}
    </button>
  );
}
