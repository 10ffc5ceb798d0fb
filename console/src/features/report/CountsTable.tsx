import type { Schemas } from "../../api/client";
import { texts } from "../../texts";

type Counts = Schemas["Counts"];

const COLUMNS: (keyof Counts)[] = ["cameIn", "filed", "failed", "rejected", "unmatched", "waiting"];

export interface CountsLine {
  key: string;
  name: string;
  counts: Counts;
  before?: number;
  sum?: boolean;
}

/** What came in and what became of it, a line for each rule or day. */
export function CountsTable({ head, lines, before }: { head: string; lines: CountsLine[]; before?: string }) {
  return (
    <div className="counts" tabIndex={0} role="region" aria-label={head}>
      <table>
        <thead>
          <tr>
            <th scope="col">{head}</th>
            {texts.report.heads.map((words) => (
              <th key={words} scope="col" className="n">
                {words}
              </th>
            ))}
            {before !== undefined && (
              <th scope="col" className="n">
                {before}
              </th>
            )}
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.key} className={line.sum === true ? "sum" : ""}>
              <th scope="row">{line.name}</th>
              {COLUMNS.map((column) => (
                <td key={column} className={`n ${line.counts[column] === 0 ? "zero" : column === "failed" || column === "unmatched" ? "c-fault" : ""}`}>
                  {line.counts[column].toLocaleString("en-GB")}
                </td>
              ))}
              {before !== undefined && <td className={`n ${(line.before ?? 0) === 0 ? "zero" : ""}`}>{(line.before ?? 0).toLocaleString("en-GB")}</td>}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
