import { Link } from "react-router";
import { texts } from "../../texts";

/** The rules that a table changes when it changes. */
export function UsedBy({ rules }: { rules: string[] }) {
  if (rules.length === 0) return <p className="note">{texts.tables.usedByNone}</p>;
  return (
    <p className="note">
      {texts.tables.usedBy}
      {rules.map((rule, place) => (
        <span key={rule}>
          {place > 0 && ", "}
          <Link to={`/rules/${encodeURIComponent(rule)}`}>{rule}</Link>
        </span>
      ))}
    </p>
  );
}
