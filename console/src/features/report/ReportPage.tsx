import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import { answer, api } from "../../api/client";
import { texts } from "../../texts";
import { Choice } from "../../ui/Choice";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Loading } from "../../ui/Loading";
import { CountsTable } from "./CountsTable";
import { DeskTable } from "./DeskTable";
import { shifted, trend } from "./trend";

const FORMATS = ["pdf", "csv", "text"];

/** What came in during a day or a week, and what became of it. */
export function ReportPage() {
  const [asked, setAsked] = useSearchParams();
  const period = asked.get("period") === "week" ? "week" : "day";
  const date = asked.get("date") ?? undefined;
  const { data: report, error } = useQuery({
    queryKey: ["GET", "/report", period, date],
    queryFn: () => answer(api.GET("/api/v1/report", { params: { query: date === undefined ? { period } : { period, date } } })),
  });
  const isWeek = period === "week";
  const days = isWeek ? 7 : 1;
  const choose = (next: string) => setAsked(date === undefined ? { period: next } : { period: next, date });
  const at = (day: string) => `?period=${period}&date=${day}`;
  return (
    <main className="report">
      <h1 className="ask">
        {texts.report.lead}{" "}
        <Choice
          label={texts.report.period}
          value={period}
          options={[
            { value: "day", words: texts.report.day },
            { value: "week", words: texts.report.week },
          ]}
          onChoose={choose}
        />
        {report !== undefined && ` ${texts.report.of(new Date(report.first), isWeek)}`}.
      </h1>
      <ErrorMessage problem={error} />
      {report === undefined && error === null && <Loading />}
      {report !== undefined && (
        <>
          <p className="say">
            {report.all.cameIn === 0
              ? texts.report.none
              : [texts.report.cameIn(report.all.cameIn), trend(report.all.cameIn, report.before.cameIn, isWeek)].filter((words) => words !== "").join(", ") + "."}
          </p>
          <div className="under">
            <Link to={at(shifted(report.first, -days))}>{texts.report.earlier}</Link>
            <Link to={at(shifted(report.first, days))}>{texts.report.later}</Link>
            <span className="note">
              {texts.report.download}{" "}
              {FORMATS.map((format) => (
                <a key={format} href={`/api/v1/report/file?period=${period}&date=${report.first}&format=${format}`} download>
                  {format === "text" ? format : format.toUpperCase()}
                </a>
              ))}
            </span>
          </div>
          <CountsTable
            head={texts.report.rule}
            before={texts.report.before(isWeek)}
            lines={[
              ...report.rules.map((line) => ({ key: `rule ${line.rule}`, name: line.rule === "" ? texts.report.noRule : line.rule, counts: line.counts, before: line.before })),
              { key: "all", name: texts.report.all, counts: report.all, before: report.before.cameIn, sum: true },
            ]}
          />
          {isWeek && (
            <CountsTable
              head={texts.report.dayHead}
              lines={report.days.map((line) => ({
                key: line.day,
                name: new Date(line.day).toLocaleDateString("en-GB", { weekday: "short", day: "numeric", month: "short" }),
                counts: line.counts,
              }))}
            />
          )}
          {report.desk.length > 0 && <DeskTable lines={report.desk} />}
        </>
      )}
    </main>
  );
}
