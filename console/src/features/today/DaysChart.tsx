import type { Schemas } from "../../api/client";
import { texts } from "../../texts";

const TALLEST = 34;

/** A bar for each of the last days, with the failed jobs on top. */
export function DaysChart({ days }: { days: Schemas["Day"][] }) {
  const most = Math.max(1, ...days.map((day) => day.cameIn));
  const high = (count: number) => `${count === 0 ? 1 : Math.max(2, (TALLEST * count) / most)}px`;
  return (
    <figure className="pt-3" aria-label={texts.today.days}>
      <figcaption className="note pb-1">{texts.today.days}</figcaption>
      <ol className="days">
        {days.map((day, at) => {
          const words = texts.today.dayTitle(day.day, day.cameIn, day.filed, day.failed);
          return (
            <li key={day.day} title={words}>
              <span className="sr-only">{words}</span>
              {day.failed > 0 && <i className="b" style={{ height: high(day.failed) }} />}
              <i className={at === days.length - 1 ? "now" : ""} style={{ height: high(day.cameIn - day.failed) }} />
            </li>
          );
        })}
      </ol>
    </figure>
  );
}
