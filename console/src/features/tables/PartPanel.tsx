import { useState } from "react";
import type { Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { CounterRuns } from "./CounterRuns";
import { PartForm } from "./PartForm";
import { UsedBy } from "./UsedBy";

/** A shared part: its file, the effect of a change on the rules that use it, and the values of a counter. */
export function PartPanel({ part }: { part: Schemas["PartEntry"] }) {
  const [editing, setEditing] = useState(false);
  const [written, setWritten] = useState<Schemas["PartWritten"]>();
  return (
    <section className="table" aria-label={part.name}>
      <div className="top">
        <h2 className="name">{part.name}</h2>
        <span className="note">
          {part.kind}, {texts.tables.version(part.version)}
        </span>
        {!editing && <Do needs="write rules" onClick={() => setEditing(true)}>{texts.tables.edit}</Do>}
      </div>
      {part.about !== "" && <p className="say">{part.about}</p>}
      <UsedBy rules={part.usedBy} />
      {written?.rules.map((rule) => (
        <p key={rule.id} className="note" role="status">
          {texts.tables.wrote(rule.id, rule.version, rule.live)}
          {rule.whyNotLive !== undefined && `: ${rule.whyNotLive}`}
        </p>
      ))}
      {editing ? (
        <PartForm
          text={part.text}
          onDone={(done) => {
            setWritten(done);
            setEditing(false);
          }}
        />
      ) : (
        <pre tabIndex={0} aria-label={texts.tables.file}>
          {part.text}
        </pre>
      )}
      {part.kind === "counter" && !editing && <CounterRuns name={part.name} />}
    </section>
  );
}
