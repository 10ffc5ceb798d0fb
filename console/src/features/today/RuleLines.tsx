import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { useRules } from "../../api/queries";
import { texts } from "../../texts";
import { number } from "../../ui/time";

const COLUMNS: { words: string; tone: string; of: (rule: Schemas["RuleToday"]) => number; state?: string }[] = [
  { words: "received", tone: "", of: (rule) => rule.cameIn },
  { words: "working", tone: "c-flow", of: (rule) => rule.states.working ?? 0, state: "working" },
  { words: "waiting", tone: "", of: (rule) => rule.states.waiting ?? 0, state: "waiting" },
  { words: "held", tone: "c-doubt", of: (rule) => rule.states.held ?? 0, state: "held" },
  { words: "filed", tone: "", of: (rule) => rule.states.filed ?? 0, state: "filed" },
  {
    words: "problems",
    tone: "c-fault",
    of: (rule) => (rule.states.failed ?? 0) + (rule.states.unmatched ?? 0) + (rule.states.rejected ?? 0),
    state: "failed",
  },
];

/** A line for each rule: what came in today, by state. */
export function RuleLines({ rules }: { rules: Schemas["RuleToday"][] }) {
  const { data } = useRules();
  const known = new Map((data?.rules ?? []).map((rule) => [rule.id, rule]));
  const shown = rules.filter((rule) => rule.rule !== "" || rule.cameIn > 0);
  if (shown.length === 0) return null;
  return (
    <section aria-label={texts.today.perRule}>
      <div className="headrow">
        <h2 className="part">{texts.today.perRule}</h2>
      </div>
      <table>
        <colgroup>
          <col />
          {COLUMNS.map((column) => (
            <col key={column.words} style={{ width: "74px" }} />
          ))}
        </colgroup>
        <thead>
          <tr>
            <th>{texts.jobs.columns.rule}</th>
            {COLUMNS.map((column) => (
              <th key={column.words} className="num">
                {column.words}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((rule) => (
            <tr key={rule.rule}>
              <td>
                {rule.rule === "" ? (
                  <span className="note">{texts.jobs.noRule}</span>
                ) : (
                  <Link to={`/rules/${encodeURIComponent(rule.rule)}`}>{known.get(rule.rule)?.title ?? rule.rule}</Link>
                )}
              </td>
              {COLUMNS.map((column) => {
                const count = column.of(rule);
                return (
                  <td key={column.words} className={count === 0 ? "num text-ink-3" : `num ${column.tone}`}>
                    {number(count)}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
