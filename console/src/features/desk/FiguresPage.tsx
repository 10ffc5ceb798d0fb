import { Loading } from "../../ui/Loading";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { DeskParts } from "./DeskParts";
import { figureTexts } from "./texts";
import { useFigures } from "./useDesk";

/** What waits for whom, how long decisions take, and what is corrected. */
export function FiguresPage() {
  const { data, error } = useFigures();
  return (
    <main className="deskfigures">
      <h1 className="say">{figureTexts.title}</h1>
      <DeskParts />
      <ErrorMessage problem={error} />
      {data === undefined && error === null && <Loading />}
      {data !== undefined && (
        <>
          <Figures title={figureTexts.asked} heads={figureTexts.askedHeads} rows={data.asked.map((one) => [one.name, one.waiting, one.overdue])} />
          <Figures
            title={figureTexts.stages}
            heads={figureTexts.stageHeads}
            rows={data.stages.map((one) => [`${one.rule}, ${one.kind}${one.kind === "review" ? "" : ` ${one.stage}`}`, one.decided, figureTexts.time(one.medianSeconds)])}
          />
          <Figures title={figureTexts.people} heads={figureTexts.personHeads} rows={data.people.map((one) => [one.name, one.decided, figureTexts.time(one.medianSeconds)])} />
          <Figures
            title={figureTexts.corrections}
            heads={figureTexts.correctionHeads}
            rows={data.corrections.map((one) => [`${one.rule}, ${one.field} (${one.extractor})`, one.count, one.perHundred.toFixed(1)])}
          />
        </>
      )}
    </main>
  );
}

interface FiguresProps {
  title: string;
  heads: readonly string[];
  rows: (string | number)[][];
}

function Figures({ title, heads, rows }: FiguresProps) {
  return (
    <section>
      <h2 className="part">{title}</h2>
      {rows.length === 0 ? (
        <p className="note">{figureTexts.none}</p>
      ) : (
        <table>
          <thead>
            <tr>
              {heads.map((head, place) => (
                <th key={head} className={place === 0 ? "" : "num"}>
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row[0]}>
                {row.map((cell, place) => (
                  <td key={place} className={place === 0 ? "" : "num"}>
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
