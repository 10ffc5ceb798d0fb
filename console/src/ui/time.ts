/** The site's locale, which the service wrote into the document. */
const LOCALE =
  (typeof document !== "undefined" && document.querySelector<HTMLMetaElement>('meta[name="lectomen-locale"]')?.content) || "en-GB";

const clock = new Intl.DateTimeFormat(LOCALE, { hour: "2-digit", minute: "2-digit" });
const seconds = new Intl.DateTimeFormat(LOCALE, { hour: "2-digit", minute: "2-digit", second: "2-digit" });
const dayLong = new Intl.DateTimeFormat(LOCALE, { weekday: "long", day: "numeric", month: "long" });
const dayShort = new Intl.DateTimeFormat(LOCALE, { day: "numeric", month: "short" });
const dayYear = new Intl.DateTimeFormat(LOCALE, { day: "numeric", month: "short", year: "numeric" });

/** A length of time, in its one or two largest units. */
export function span(millis: number): string {
  if (millis < 1_000) return `${(Math.max(0, millis) / 1_000).toFixed(1)} s`;
  const all = Math.round(millis / 1_000);
  if (all < 60) return `${all} s`;
  const minutes = Math.floor(all / 60);
  if (minutes < 60) return `${minutes} min`;
  const hours = Math.floor(minutes / 60);
  if (hours < 24) return minutes % 60 === 0 ? `${hours} h` : `${hours} h ${minutes % 60}`;
  const days = Math.floor(hours / 24);
  return days === 1 ? "1 day" : `${days} days`;
}

/** The time of day; with its day when that is another one. */
export function at(moment: string, now: Date = new Date()): string {
  const time = new Date(moment);
  if (time.toDateString() === now.toDateString()) return clock.format(time);
  if (time.getFullYear() === now.getFullYear()) return `${dayShort.format(time)} ${clock.format(time)}`;
  return dayYear.format(time);
}

export function atSecond(moment: string): string {
  return seconds.format(new Date(moment));
}

export function longDay(moment: Date): string {
  return `${dayLong.format(moment)}, ${clock.format(moment)}`;
}

/** How many bytes, for people. */
export function size(bytes: number): string {
  if (bytes < 1_000) return `${bytes} B`;
  const units = ["kB", "MB", "GB", "TB"];
  let value = bytes;
  let unit = -1;
  do {
    value /= 1_000;
    unit++;
  } while (value >= 999.5 && unit < units.length - 1);
  return `${value < 10 ? value.toFixed(1) : Math.round(value)} ${units[unit]}`;
}

/** A count with the separators of the site's locale. */
export function number(count: number): string {
  return count.toLocaleString(LOCALE);
}

/** A count and its noun, singular or plural. */
export function some(count: number, one: string, many: string): string {
  return `${number(count)} ${count === 1 ? one : many}`;
}
