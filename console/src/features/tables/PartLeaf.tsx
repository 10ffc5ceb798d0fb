import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Trouble } from "../../ui/Trouble";
import { UsedBy } from "./UsedBy";

/** A shared part: its file, and what a change of it did to the rules that name it. */
export function PartLeaf({ part }: { part: Schemas["PartEntry"] }) {
  const queries = useQueryClient();
  const [editing, setEditing] = useState(false);
  const save = useMutation<Schemas["PartWritten"], Problem, { text: string; reason: string; live: boolean }>({
    mutationFn: ({ text, reason, live }) =>
      answer(
        api.POST("/api/v1/parts", {
          params: { query: { reason, live } },
          body: text,
          bodySerializer: (body) => body,
          headers: { "Content-Type": "text/plain; charset=utf-8" },
        }),
      ),
    onSuccess: () => setEditing(false),
    onSettled: () => queries.invalidateQueries(),
  });
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    save.mutate({ text: String(form.get("text")), reason: String(form.get("reason")), live: form.get("live") === "on" });
  };
  return (
    <section className="table" aria-label={part.name}>
      <div className="top">
        <h2 className="name">{part.name}</h2>
        <span className="note">
          {part.kind}, {texts.tables.version(part.version)}
        </span>
        {!editing && <Do onClick={() => setEditing(true)}>{texts.tables.edit}</Do>}
      </div>
      {part.about !== "" && <p className="say">{part.about}</p>}
      <UsedBy rules={part.usedBy} />
      {save.data?.rules.map((rule) => (
        <p key={rule.id} className="note" role="status">
          {texts.tables.wrote(rule.id, rule.version, rule.live)}
          {rule.whyNotLive !== undefined && `: ${rule.whyNotLive}`}
        </p>
      ))}
      {editing ? (
        <form onSubmit={submit}>
          <label className="field">
            <span>{texts.tables.file}</span>
            <textarea name="text" className="name" rows={16} defaultValue={part.text} spellCheck={false} autoFocus />
          </label>
          <label className="field">
            <span>{texts.tables.reason}</span>
            <input name="reason" autoComplete="off" />
            <small className="note">{texts.tables.savePart}</small>
          </label>
          <label className="tick">
            <input type="checkbox" name="live" /> {texts.tables.live}
          </label>
          <Trouble problem={save.error} />
          <Do first type="submit" disabled={save.isPending}>
            {texts.tables.save}
          </Do>
        </form>
      ) : (
        <pre tabIndex={0} aria-label={texts.tables.file}>
          {part.text}
        </pre>
      )}
    </section>
  );
}
