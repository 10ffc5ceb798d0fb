import type { Source, Today } from "../../api/client";
import { texts } from "../../texts";
import { lastOf } from "../../ui/Name";
import { span } from "../../ui/time";

const DAY_MINUTES = 24 * 60;
const FROM_MINUTES = 6 * 60;
const TO_MINUTES = 20 * 60;
const HOURS = ["06", "13", "20"];

/** Each hot folder with a ruler of the day: a tick where files came in, a bar for now; its last look and the next. */
export function Folders({ sources, today }: { sources: Source[]; today: Today }) {
  const byFolder = new Map(today.folders.map((folder) => [folder.folder, folder]));
  return (
    <section aria-label={texts.today.folders}>
      <div className="headrow">
        <h2 className="part">{texts.today.folders}</h2>
      </div>
      {sources.length === 0 ? (
        <p className="say empty">{texts.today.noFolders}</p>
      ) : (
        <table className="folders">
          <colgroup>
            <col style={{ width: "124px" }} />
            <col />
            <col style={{ width: "68px" }} />
            <col style={{ width: "48px" }} />
          </colgroup>
          <thead>
            <tr>
              <th>Folder</th>
              <th>
                <span className="hours" aria-label="hours of the day">
                  {HOURS.map((hour) => (
                    <span key={hour}>{hour}</span>
                  ))}
                </span>
              </th>
              <th className="num">Last look</th>
              <th className="num">Next</th>
            </tr>
          </thead>
          <tbody>
            {sources.map((source) => (
              <FolderRow key={source.folder} source={source} day={byFolder.get(source.folder)} today={today} />
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}

function FolderRow({ source, day, today }: { source: Source; day: Today["folders"][number] | undefined; today: Today }) {
  const now = Date.now();
  const wrong = source.trouble ?? source.silent;
  const minutesNow = Math.min((now - Date.parse(today.began)) / 60_000, DAY_MINUTES);
  const place = (minutes: number) => `${(100 * (minutes - FROM_MINUTES)) / (TO_MINUTES - FROM_MINUTES)}%`;
  const most = Math.max(1, ...(day?.arrivals ?? []));
  return (
    <tr>
      <td title={wrong === undefined ? source.folder : wrong.words}>
        {lastOf(source.folder)}
        <br />
        <span className={wrong === undefined ? "note" : "note c-broke"}>
          {source.trouble !== undefined ? "can't be reached" : source.silent !== undefined ? "silent" : texts.rules.today(day?.cameIn ?? 0)}
        </span>
      </td>
      <td>
        <span className={source.trouble === undefined ? "strip" : "strip lost-line"} aria-hidden="true">
          {(day?.arrivals ?? []).map((count, at) => {
            const minutes = at * today.stretchMinutes;
            return count > 0 && minutes >= FROM_MINUTES && minutes <= TO_MINUTES ? (
              <i key={minutes} style={{ left: place(minutes), height: `${6 + (11 * count) / most}px` }} />
            ) : null;
          })}
          {minutesNow >= FROM_MINUTES && minutesNow <= TO_MINUTES && <em style={{ left: place(minutesNow) }} />}
        </span>
      </td>
      <td className={wrong === undefined ? "num" : "num c-broke"}>
        {source.lastLookAt === undefined ? texts.today.never : span(now - Date.parse(source.lastLookAt))}
      </td>
      <td className="num">{source.nextLookAt === undefined ? "" : span(Math.max(0, Date.parse(source.nextLookAt) - now))}</td>
    </tr>
  );
}
