import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { answer, api, type JobStory, type Problem } from "../../api/client";
import { usePeople } from "../../api/queries";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { at } from "../../ui/time";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { nameOf } from "../../ui/people";

/** What people wrote about the job. */
export function Notes({ job, mayWrite }: { job: JobStory; mayWrite: boolean }) {
  const [text, setText] = useState("");
  const queries = useQueryClient();
  const people = usePeople();
  const add = useMutation<unknown, Problem>({
    mutationFn: () => answer(api.POST("/api/v1/jobs/{id}/notes", { params: { path: { id: job.id } }, body: { text } })),
    onSuccess: () => setText(""),
    onSettled: () => queries.invalidateQueries(),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (text.trim() !== "") add.mutate();
  };
  return (
    <section>
      <h2 className="part">{texts.job.notes}</h2>
      <ul className="pb-2">
        {job.notes.map((note) => (
          <li key={note.at + note.text}>
            <span className="say">{note.text}</span>{" "}
            <span className="note">
              {nameOf(note.principal, people.data?.people ?? [])}, {at(note.at)}
            </span>
          </li>
        ))}
      </ul>
      <ErrorMessage problem={add.error} />
      {mayWrite && (
        <form className="notebox" onSubmit={submit}>
          <textarea
            aria-label={texts.job.noteHint}
            placeholder={texts.job.noteHint}
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
          <Do type="submit" className="justify-self-start" disabled={text.trim() === "" || add.isPending}>
            {texts.job.addNote}
          </Do>
        </form>
      )}
    </section>
  );
}
