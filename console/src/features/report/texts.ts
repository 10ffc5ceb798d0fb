export const reportTexts = {
  day: "day",
  week: "week",
  period: "Period",
  of: (first: Date, week: boolean) => {
    const long: Intl.DateTimeFormatOptions = { day: "numeric", month: "long", year: "numeric" };
    if (!week) return first.toLocaleDateString("en-GB", { weekday: "long", ...long });
    const last = new Date(first.getTime() + 6 * 86_400_000);
    return `${first.toLocaleDateString("en-GB", { day: "numeric", month: "long" })} to ${last.toLocaleDateString("en-GB", long)}`;
  },
  lead: "Report for the",
  cameIn: (count: number) => (count === 1 ? "1 document came in" : `${count.toLocaleString("en-GB")} documents came in`),
  more: (percent: number, before: string) => `${percent} % more than ${before}`,
  fewer: (percent: number, before: string) => `${percent} % fewer than ${before}`,
  same: (before: string) => `as many as ${before}`,
  dayBefore: "the day before",
  weekBefore: "the week before",
  earlier: "Earlier",
  later: "Later",
  download: "Download as",
  none: "Nothing came in.",
  noRule: "(no rule)",
  all: "All",
  heads: ["Came in", "Filed", "Failed", "Rejected", "Unmatched", "Waiting"],
  deskHeads: ["Desk", "Decided", "Median time", "Corrected per 100", "Waiting", "Overdue"],
  before: (week: boolean) => (week ? "Week before" : "Day before"),
  rule: "Rule",
  dayHead: "Day",
};
