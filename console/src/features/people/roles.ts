import type { Schemas } from "../../api/client";
import { texts } from "../../texts";

/** Roles in words, such as "operator of mooring-permits". */
export function roleWords(roles: Schemas["GrantView"][]): string {
  return roles.length === 0 ? texts.people.noRole : roles.map((one) => texts.people.roleOf(one.role, one.rules)).join("; ");
}
