import type { JobFilter, JobOrder } from "../../api/queries";

/** When jobs came in, as the filter's sentence says it, or a moment that a link set. */
export type When = "any" | "today" | "week" | "month";

const DAYS: Record<Exclude<When, "any">, number> = { today: 0, week: 6, month: 29 };
const ORDERS: JobOrder[] = ["newest", "oldest", "changed"];

/** The beginning of the first day that counts. */
export function sinceOf(when: When, now: Date = new Date()): string | undefined {
  if (when === "any") return undefined;
  const day = new Date(now.getFullYear(), now.getMonth(), now.getDate() - DAYS[when]);
  return day.toISOString();
}

export interface Asked {
  filter: JobFilter;
  order: JobOrder;
  when: When;
}

/** What an address asks for; what can't be understood narrows nothing. */
export function askedOf(address: URLSearchParams, now: Date = new Date()): Asked {
  const named = address.get("in");
  const when: When = named === "today" || named === "week" || named === "month" ? named : "any";
  const order = ORDERS.find((one) => one === address.get("order")) ?? "newest";
  const filter: JobFilter = {};
  const state = address.get("state");
  const rule = address.get("rule");
  const name = address.get("name");
  const since = address.get("since") ?? sinceOf(when, now);
  if (state) filter.state = state;
  if (rule) filter.rule = rule;
  if (name) filter.name = name;
  if (since) filter.since = since;
  return { filter, order, when: address.has("since") ? "today" : when };
}

/** The address with one part changed; an empty value takes it out. */
export function withPart(address: URLSearchParams, part: string, value: string): URLSearchParams {
  const next = new URLSearchParams(address);
  if (value === "" || (part === "order" && value === "newest") || (part === "in" && value === "any")) {
    next.delete(part);
  } else {
    next.set(part, value);
  }
  if (part === "in") next.delete("since");
  return next;
}
