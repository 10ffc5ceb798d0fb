import type { ComponentProps } from "react";
import { type Permission, useMay } from "../permissions";
import { KeyCap } from "./KeyCap";

interface DoProps extends ComponentProps<"button"> {
  /** The one that a place suggests. */
  first?: boolean;
  bare?: boolean;
  /** Without this permission it is not shown. */
  needs?: Permission;
  /** The key that does the same now. */
  cap?: string | undefined;
}

/** A button: flat, with its key inside. */
export function Do({ first = false, bare = false, needs, cap, children, className = "", ...rest }: DoProps) {
  const may = useMay();
  if (needs !== undefined && !may(needs)) return null;
  const looks = ["do", first ? "first" : "", bare ? "bare" : "", className].filter(Boolean).join(" ");
  return (
    <button type="button" className={looks} {...rest}>
      {children}
      {cap !== undefined && <KeyCap of={cap} />}
    </button>
  );
}
