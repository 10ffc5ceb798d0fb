import { type FormEvent, useState } from "react";
import type { Job } from "../api/client";
import { useConnections, useFileAs } from "../api/queries";
import { texts } from "../texts";
import { Do } from "./Button";
import { Choice } from "./Choice";
import { RefusedJobs } from "./RefusedJobs";
import { ErrorMessage } from "./ErrorMessage";
import { textOf } from "./form";

const WHEN_TAKEN = ["number it", "leave", "fail"] as const;
type WhenTaken = (typeof WHEN_TAKEN)[number];

/** The name without its extension, escaped for a name pattern. */
function stemOf(fileName: string) {
  const dot = fileName.lastIndexOf(".");
  const stem = dot > 0 ? fileName.slice(0, dot) : fileName;
  return stem.replaceAll("{", "{{").replaceAll("}", "}}");
}

/** The folder as it was last chosen: what comes next often goes beside it. */
const LAST_UNDER = "lectomen.file.under";

interface FileFormProps {
  jobs: Pick<Job, "id" | "fileName">[];
  /** Called once the service has accepted it. */
  onDone: () => void;
}

/** Files documents under a name and folder that the user enters, without a rule. */
export function FileForm({ jobs, onDone }: FileFormProps) {
  const connections = useConnections();
  const names = (connections.data?.connections ?? []).map((one) => one.name);
  const [chosen, setChosen] = useState<string>();
  const [whenTaken, setWhenTaken] = useState<WhenTaken>("number it");
  const file = useFileAs();
  const into = chosen ?? names[0] ?? "";
  const only = jobs.length === 1 ? jobs[0] : undefined;
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const under = textOf(form, "under").trim();
    localStorage.setItem(LAST_UNDER, under);
    const as = { in: into, under, name: textOf(form, "name").trim(), whenTaken };
    file.mutate({ ids: jobs.map((job) => job.id), as }, { onSuccess: (done) => done.notDone === 0 && onDone() });
  };
  return (
    <form onSubmit={submit} className="fileform">
      <label className="field">
        <span>{texts.file.name}</span>
        <input
          key={jobs.length === 1 ? only?.id : "many"}
          name="name"
          className="name"
          defaultValue={only === undefined ? "{file name}" : stemOf(only.fileName)}
          autoComplete="off"
          spellCheck={false}
        />
        <small className="note">{only === undefined ? texts.file.slots : texts.file.ending}</small>
      </label>
      <label className="field">
        <span>{texts.file.under}</span>
        <input
          name="under"
          className="name"
          defaultValue={localStorage.getItem(LAST_UNDER) ?? ""}
          autoComplete="off"
          spellCheck={false}
          placeholder={texts.file.underHint}
        />
      </label>
      <p className="say">
        {texts.file.into}
        <Choice
          label={texts.file.connection}
          value={into}
          options={names.map((name) => ({ value: name, words: name }))}
          onChoose={setChosen}
        />
        {texts.file.taken}
        <Choice
          label={texts.file.whenTaken}
          value={whenTaken}
          options={WHEN_TAKEN.map((value) => ({ value, words: texts.file.choices[value] }))}
          onChoose={setWhenTaken}
        />
        .
      </p>
      <ErrorMessage problem={file.error} />
      <RefusedJobs done={file.data} />
      <Do first type="submit" className="justify-self-start" disabled={into === "" || file.isPending || jobs.length === 0}>
        {texts.file.go(jobs.length)}
      </Do>
    </form>
  );
}
