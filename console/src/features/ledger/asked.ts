/** What is looked for in the ledger; an empty text does not matter. */
export interface Asked {
  event: string;
  principal: string;
  subject: string;
  when: string;
}

export function askedOf(params: URLSearchParams): Asked {
  const text = (name: string) => params.get(name) ?? "";
  return { event: text("event"), principal: text("principal"), subject: text("subject"), when: text("when") };
}

const DAYS: Record<string, number> = { week: 7, month: 30 };

/** The beginning of a span of time; today begins at midnight. */
export function sinceOf(when: string, now: Date): string | undefined {
  const midnight = new Date(now);
  midnight.setHours(0, 0, 0, 0);
  if (when === "today") return midnight.toISOString();
  const days = DAYS[when];
  if (days === undefined) return undefined;
  midnight.setDate(midnight.getDate() - days + 1);
  return midnight.toISOString();
}

/** The same as parts of a call. */
export function queryOf(asked: Asked): Record<string, string> {
  const since = sinceOf(asked.when, new Date());
  const parts: Record<string, string> = {};
  if (asked.event !== "") parts.event = asked.event;
  if (asked.principal !== "") parts.principal = asked.principal;
  if (asked.subject !== "") parts.subject = asked.subject;
  if (since !== undefined) parts.since = since;
  return parts;
}

/** The facts of an entry in one line. */
export function factsOf(facts: Record<string, string>): string {
  return Object.entries(facts)
    .filter(([, value]) => value !== "")
    .map(([name, value]) => `${name} ${value.length > 40 ? `${value.slice(0, 12)}…` : value}`)
    .join(", ");
}
