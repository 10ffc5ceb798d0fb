import { useState } from "react";
import { Link } from "react-router";
import { Choice } from "../../ui/Choice";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Loading } from "../../ui/Loading";
import { changesTexts as words } from "./texts";
import { type Comparison, useComparisons, useLastFiled } from "./useComparisons";

const COUNTS = [20, 100];

interface WhatChangesProps {
  rule: string;
  /** The rule file that is compared. */
  text: string;
  /** The field that matters; all that was found and filed where nothing is said. */
  field?: string;
}

/** What a rule file would make of the documents of the rule that were filed last, beside what was made of them. */
export function WhatChanges({ rule, text, field }: WhatChangesProps) {
  const [most, setMost] = useState(COUNTS[0] ?? 0);
  const filed = useLastFiled(rule, most);
  const jobs = filed.data?.jobs.filter((job) => job.hasOriginal && job.originalRemovedAt === undefined && job.partOf === undefined).map((job) => job.id);
  const { done, problem } = useComparisons(jobs, text);
  if (jobs === undefined) return filed.error === null ? <Loading /> : <ErrorMessage problem={filed.error} />;
  if (jobs.length === 0) return <p className="say">{words.none}</p>;
  const shown = done.map((one) => ({ ...one, rows: rowsOf(one, field) }));
  const same = shown.filter((one) => one.problem === undefined && one.rows.length === 0).length;
  return (
    <section className="changes" aria-busy={done.length < jobs.length}>
      <p className="say" role="status">
        {words.lead(done.length, jobs.length)} <b>{field === undefined ? words.same(same, done.length) : words.sameField(same, done.length, field)}</b>
      </p>
      <p className="say">
        {`${words.last}: `}
        <Choice
          label={words.last}
          value={String(most)}
          options={COUNTS.map((count) => ({ value: String(count), words: words.lastOption(count) }))}
          onChoose={(count) => setMost(Number(count))}
        />
      </p>
      <ErrorMessage problem={problem ?? null} />
      <ol>
        {shown
          .filter((one) => one.problem !== undefined || one.rows.length > 0)
          .map((one) => (
            <li key={one.job}>
              <Link to={`/jobs/${one.job}`} className="name">
                {one.fileName}
              </Link>
              {one.problem !== undefined && <p className="note">{one.problem}</p>}
              {one.rows.length > 0 && (
                <table>
                  <thead>
                    <tr className="note">
                      <th scope="col">
                        <span className="sr-only">{words.what}</span>
                      </th>
                      <th scope="col">{words.was}</th>
                      <th scope="col">{words.would}</th>
                    </tr>
                  </thead>
                  <tbody>
                    {one.rows.map((row) => (
                      <tr key={`${row.kind} ${row.what}`}>
                        <th scope="row" className="note">
                          {row.kind === "field" ? row.what : [words.kinds[row.kind] ?? row.kind, row.what].join(" ").trim()}
                        </th>
                        <td>{row.before || words.nothing}</td>
                        <td>
                          <b>{row.after || words.nothing}</b>
                        </td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              )}
            </li>
          ))}
      </ol>
    </section>
  );
}

function rowsOf(one: Comparison, field: string | undefined) {
  return one.rows.filter((row) => !row.same && (field === undefined || row.kind === "ending" || (row.kind === "field" && row.what === field)));
}
