import { createContext, type ReactNode, useContext } from "react";

/** What a role lets its holders do, in the service's words. */
export type Permission =
  | "see documents"
  | "handle documents"
  | "review"
  | "approve"
  | "see rules"
  | "write rules"
  | "see the service"
  | "run the service"
  | "see the ledger"
  | "see people"
  | "manage people"
  | "manage secrets";

const Held = createContext<ReadonlySet<string>>(new Set());

/** Tells the pages what the person who is signed in may do. What they may not do is not shown. */
export function PermissionProvider({ permissions, children }: { permissions: string[]; children: ReactNode }) {
  return <Held.Provider value={new Set(permissions)}>{children}</Held.Provider>;
}

/** Whether the person may do it. */
export function useMay(): (permission: Permission) => boolean {
  const held = useContext(Held);
  return (permission) => held.has(permission);
}
