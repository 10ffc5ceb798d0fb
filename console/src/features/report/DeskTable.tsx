import type { Schemas } from "../../api/client";
import { texts } from "../../texts";
import { figureTexts } from "../desk/texts";

/** What people decided, a line for each rule. */
export function DeskTable({ lines }: { lines: Schemas["DeskLine"][] }) {
  const [first = "", ...heads] = texts.report.deskHeads;
  return (
    <div className="counts" tabIndex={0} role="region" aria-label={first}>
      <table>
        <thead>
          <tr>
            <th scope="col">{first}</th>
            {heads.map((words) => (
              <th key={words} scope="col" className="n">
                {words}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.rule}>
              <th scope="row">{line.rule}</th>
              <td className="n">{line.decided.toLocaleString("en-GB")}</td>
              <td className="n">{line.decided === 0 ? "" : figureTexts.time(line.medianSeconds)}</td>
              <td className="n">{line.correctionsPerHundred.toFixed(1)}</td>
              <td className="n">{line.waiting.toLocaleString("en-GB")}</td>
              <td className={line.overdue > 0 ? "n c-fault" : "n zero"}>{line.overdue.toLocaleString("en-GB")}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
