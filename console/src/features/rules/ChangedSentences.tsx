import type { Schemas } from "../../api/client";
import { texts } from "../../texts";

/** What a version says that the one before did not, and what it no longer says. */
export function ChangedSentences({ of }: { of: Schemas["Line"][] }) {
  return (
    <ul className="changed">
      {of.map((line, place) => (
        <li key={place} className={line.kind === "ADDED" ? "say added" : "say removed"}>
          <span className="note">{line.kind === "ADDED" ? texts.rules.nowSaid : texts.rules.noLongerSaid}</span> {line.text}
        </li>
      ))}
    </ul>
  );
}
