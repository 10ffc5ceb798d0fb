import { useMutation, useQueryClient } from "@tanstack/react-query";
import type { FormEvent } from "react";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { textOf } from "../../ui/form";

/** The file of a shared part, to be changed. */
export function PartForm({ text, onDone }: { text: string; onDone: (written: Schemas["PartWritten"]) => void }) {
  const queries = useQueryClient();
  const save = useMutation<Schemas["PartWritten"], Problem, { text: string; reason: string; live: boolean }>({
    mutationFn: ({ text: body, reason, live }) =>
      answer(
        api.POST("/api/v1/parts", {
          params: { query: { reason, live } },
          body,
          bodySerializer: (written) => written,
          headers: { "Content-Type": "text/plain; charset=utf-8" },
        }),
      ),
    onSuccess: onDone,
    onSettled: () => queries.invalidateQueries(),
  });
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    save.mutate({ text: textOf(form, "text"), reason: textOf(form, "reason"), live: form.get("live") === "on" });
  };
  return (
    <form onSubmit={submit}>
      <label className="field">
        <span>{texts.tables.file}</span>
        <textarea name="text" className="name" rows={16} defaultValue={text} spellCheck={false} autoFocus />
      </label>
      <label className="field">
        <span>{texts.tables.reason}</span>
        <input name="reason" autoComplete="off" />
        <small className="note">{texts.tables.savePart}</small>
      </label>
      <label className="tick">
        <input type="checkbox" name="live" /> {texts.tables.live}
      </label>
      <ErrorMessage problem={save.error} />
      <Do first type="submit" disabled={save.isPending}>
        {texts.tables.save}
      </Do>
    </form>
  );
}
