import { useState } from "react";
import type { Source, Today } from "../../api/client";
import { texts } from "../../texts";
import { lastOf } from "../../ui/FileName";
import { at, span } from "../../ui/time";
import { SourcePanel } from "./SourcePanel";
import { hoursShown } from "./hours";

const DAY_MINUTES = 24 * 60;

/** Each hot folder with a ruler of the day: a tick where files came in, a bar for now; its last look and the next. */
export function Folders({ sources, today }: { sources: Source[]; today: Today }) {
  const [open, setOpen] = useState<number>();
  const shown = sources.find((source) => source.id === open);
  const minutesNow = Math.min((Date.now() - Date.parse(today.began)) / 60_000, DAY_MINUTES);
  const hours = hoursShown(today.folders, today.stretchMinutes, minutesNow);
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
                  {hours.labels.map((hour) => (
                    <span key={hour}>{hour}</span>
                  ))}
                </span>
              </th>
              <th className="num">Last check</th>
              <th className="num">Next</th>
            </tr>
          </thead>
          <tbody>
            {sources.map((source) => (
              <FolderRow
                key={source.folder}
                source={source}
                day={byFolder.get(source.folder)}
                today={today}
                minutesNow={minutesNow}
                hours={hours}
                onOpen={() => setOpen(source.id)}
              />
            ))}
          </tbody>
        </table>
      )}
      {shown !== undefined && <SourcePanel source={shown} onClose={() => setOpen(undefined)} />}
    </section>
  );
}

/** Why nothing is taken there, or what else is out of the usual; else how much came in. */
function standing(source: Source, cameIn: number): string {
  if (source.trouble !== undefined) return source.trouble.code === "source.paused" ? texts.source.paused : texts.source.away;
  if (source.silent !== undefined) return texts.source.silent;
  if (source.closed !== undefined) return texts.source.closed;
  if (source.waiting.length > 0) return texts.source.waits(source.waiting.length);
  if (source.nextRunAt !== undefined) return texts.source.collects(at(source.nextRunAt));
  return texts.rules.today(cameIn);
}

interface RowProps {
  source: Source;
  day: Today["folders"][number] | undefined;
  today: Today;
  minutesNow: number;
  hours: { from: number; to: number };
  onOpen: () => void;
}

function FolderRow({ source, day, today, minutesNow, hours, onOpen }: RowProps) {
  const now = Date.now();
  const wrong = source.trouble ?? source.silent;
  const place = (minutes: number) => `${(100 * (minutes - hours.from)) / (hours.to - hours.from)}%`;
  const most = Math.max(1, ...(day?.arrivals ?? []));
  return (
    <tr>
      <td title={wrong === undefined ? source.about || source.folder : wrong.words}>
        <button type="button" className="link" aria-label={texts.source.open(lastOf(source.folder))} onClick={onOpen}>
          {lastOf(source.folder)}
        </button>
        <br />
        <span className={wrong === undefined ? "note" : "note c-fault"}>
          {standing(source, day?.cameIn ?? 0)}
        </span>
      </td>
      <td>
        <span className={source.trouble === undefined ? "strip" : "strip lost-line"} aria-hidden="true">
          {(day?.arrivals ?? []).map((count, at) => {
            const minutes = at * today.stretchMinutes;
            return count > 0 ? (
              <i key={minutes} style={{ left: place(minutes), height: `${6 + (11 * count) / most}px` }} />
            ) : null;
          })}
          <em style={{ left: place(minutesNow) }} />
        </span>
      </td>
      <td className={wrong === undefined ? "num" : "num c-fault"}>
        {source.lastLookAt === undefined ? texts.today.never : span(now - Date.parse(source.lastLookAt))}
      </td>
      <td className="num">{source.nextLookAt === undefined ? "" : span(Math.max(0, Date.parse(source.nextLookAt) - now))}</td>
    </tr>
  );
}
