const WORKDAY = { from: 6, to: 20 };

/** The hours that the rulers of a day show, as minutes: a usual workday, and more where files came in outside it or it is now. */
export function hoursShown(folders: { arrivals: number[] }[], stretchMinutes: number, minutesNow: number) {
  const minutes = folders.flatMap((folder) => folder.arrivals.flatMap((count, at) => (count > 0 ? [at * stretchMinutes] : [])));
  const hours = [...minutes, minutesNow].map((at) => at / 60);
  const from = Math.min(WORKDAY.from, ...hours.map(Math.floor));
  const to = Math.min(24, Math.max(WORKDAY.to, ...hours.map((hour) => Math.floor(hour) + 1)));
  return { from: from * 60, to: to * 60, labels: [from, Math.round((from + to) / 2), to].map((hour) => String(hour).padStart(2, "0")) };
}
