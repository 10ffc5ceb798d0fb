import { texts } from "../../texts";

/** How many more or fewer came in than before, in words; empty where nothing came in before. */
export function trend(now: number, before: number, week: boolean): string {
  if (before === 0) return "";
  const than = week ? texts.report.weekBefore : texts.report.dayBefore;
  const percent = Math.round((100 * Math.abs(now - before)) / before);
  if (now === before) return texts.report.same(than);
  return now > before ? texts.report.more(percent, than) : texts.report.fewer(percent, than);
}

/** The same day some days later; days are such as 2027-03-01. */
export function shifted(day: string, days: number): string {
  const date = new Date(`${day}T00:00:00Z`);
  date.setUTCDate(date.getUTCDate() + days);
  return date.toISOString().slice(0, 10);
}
