import { type ComponentProps, useId } from "react";
import { texts } from "../../texts";

interface FieldProps extends ComponentProps<"input"> {
  label: string;
  hint?: string;
  wrong?: string | undefined;
}

/** A line to fill in, with its label, and what is wrong with what was typed. */
export function Field({ label, hint, wrong, ...input }: FieldProps) {
  const id = useId();
  const said = wrong ?? hint;
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <input id={id} aria-invalid={wrong !== undefined} aria-describedby={said ? `${id}-said` : undefined} required {...input} />
      {said && (
        <span id={`${id}-said`} className={wrong === undefined ? "note" : "note wrong"}>
          {said}
        </span>
      )}
    </div>
  );
}

/** The code of a second factor. */
export function CodeField({ wrong, autoFocus = false }: { wrong?: string | undefined; autoFocus?: boolean }) {
  return (
    <Field name="code" label={texts.door.code} hint={texts.door.codeHint} autoComplete="one-time-code" wrong={wrong} autoFocus={autoFocus} />
  );
}
