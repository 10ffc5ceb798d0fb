import { type FormEvent, useState } from "react";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { LookupGrid } from "./LookupGrid";
import { PartForm } from "./PartForm";
import { textOf } from "../../ui/form";

export type Kind = keyof typeof texts.tables.kinds;

const TEMPLATES: Record<Exclude<Kind, "lookup">, (name: string) => string> = {
  counter: (name) => `lectomen: 1\npart: ${name}\nabout: What it is for.\ncounter: { numbers: quick, width: 4, restart: every year }\n`,
  documentType: (name) => `lectomen: 1\npart: ${name}\nabout: What it is for.\nfields:\n  number: { required: yes }\n  date: { as: date }\n`,
  pattern: (name) => `lectomen: 1\npart: ${name}\nabout: What it is for.\npattern: "{arrived | date yyyy-MM-dd} {file name}"\n`,
  steps: (name) => `lectomen: 1\npart: ${name}\nabout: What it is for.\nsteps:\n  - name: "{file name}"\n`,
  acceptSet: (name) => `lectomen: 1\npart: ${name}\nabout: What it is for.\naccept: [pdf, tiff]\n`,
};

/** A new lookup or shared part: first its name, then its content. */
export function NewTable({ kind, onMade }: { kind: Kind; onMade: (of: string) => void }) {
  const [name, setName] = useState("");
  const begin = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    setName(textOf(new FormData(event.currentTarget), "name").trim());
  };
  return (
    <section className="table" aria-label={texts.tables.anew(kind)}>
      <div className="top">
        <h2 className="part">{texts.tables.anew(kind)}</h2>
      </div>
      {name === "" ? (
        <form onSubmit={begin}>
          <label className="field">
            <span>{texts.tables.called}</span>
            <input name="name" className="name" required pattern="[a-z][a-z0-9\-]*" autoComplete="off" autoFocus />
            <small className="note">{texts.tables.calledHint}</small>
          </label>
          <Do first type="submit">
            {texts.tables.goOn}
          </Do>
        </form>
      ) : kind === "lookup" ? (
        <LookupGrid name={name} before={{ columns: ["", ""], rows: [["", ""]] }} onSaved={() => onMade(`lookup:${name}`)} />
      ) : (
        <PartForm text={TEMPLATES[kind](name)} onDone={() => onMade(`part:${name}`)} />
      )}
    </section>
  );
}
