import { useQuery } from "@tanstack/react-query";
import { Link, useSearchParams } from "react-router";
import { answer, api, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Loading } from "../../ui/Loading";
import { number } from "../../ui/time";
import { shifted } from "../report/trend";

type Line = Schemas["PrintedLine"];

const DAYS = 31;

/** What was printed in a month, on how many sheets: by queue, rule, folder and sender. */
export function PrintReportPage() {
  const [asked] = useSearchParams();
  const last = asked.get("last") ?? undefined;
  const first = last === undefined ? undefined : shifted(last, 1 - DAYS);
  const { data: report, error } = useQuery({
    queryKey: ["GET", "/print-report", last],
    queryFn: () =>
      answer(api.GET("/api/v1/print-report", { params: { query: first === undefined || last === undefined ? {} : { first, last } } })),
  });
  const queues = [...new Set(report?.lines.map((line) => line.queue) ?? [])];
  return (
    <main className="report">
      <h1 className="ask">{report === undefined ? texts.print.report : texts.print.reportLead(report.first, report.last)}</h1>
      <ErrorMessage problem={error} />
      {report === undefined && error === null && <Loading />}
      {report !== undefined && (
        <>
          <div className="under">
            <Link to={`?last=${shifted(report.last, -DAYS)}`}>{texts.print.earlier}</Link>
            <Link to={`?last=${shifted(report.last, DAYS)}`}>{texts.print.later}</Link>
            <a href={`/api/v1/print-report/file?first=${report.first}&last=${report.last}`} download>
              CSV
            </a>
            <Link to="/print">{texts.pages.print}</Link>
          </div>
          {queues.length === 0 && <p className="say empty">{texts.print.noneReported}</p>}
          {queues.map((queue) => (
            <Printed key={queue} queue={queue} lines={report.lines.filter((line) => line.queue === queue)} />
          ))}
        </>
      )}
    </main>
  );
}

function Printed({ queue, lines }: { queue: string; lines: Line[] }) {
  const sum = (of: (line: Line) => number) => number(lines.reduce((all, line) => all + of(line), 0));
  return (
    <div className="counts" tabIndex={0} role="region" aria-label={queue}>
      <h2 className="part">{queue}</h2>
      <table>
        <thead>
          <tr>
            {texts.print.heads.map((head, place) => (
              <th key={head} scope="col" className={place < 3 ? "" : "n"}>
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={`${line.rule ?? ""} ${line.from ?? ""} ${line.sender}`}>
              <th scope="row">{line.rule ?? ""}</th>
              <td>{line.from ?? ""}</td>
              <td>{line.sender}</td>
              <td className="n">{number(line.documents)}</td>
              <td className="n">{number(line.copies)}</td>
              <td className="n">{number(line.sheets)}</td>
            </tr>
          ))}
          <tr className="sum">
            <th scope="row">{texts.print.all}</th>
            <td />
            <td />
            <td className="n">{sum((line) => line.documents)}</td>
            <td className="n">{sum((line) => line.copies)}</td>
            <td className="n">{sum((line) => line.sheets)}</td>
          </tr>
        </tbody>
      </table>
    </div>
  );
}
