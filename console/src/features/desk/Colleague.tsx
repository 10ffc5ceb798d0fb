import { type FormEvent, useState } from "react";
import { Do } from "../../ui/Button";
import { deskTexts } from "./texts";

interface ColleagueProps {
  /** What is said to them beside; nothing where the document is delegated. */
  says?: string;
  label: string;
  deed: string;
  onDone: (to: string, text: string) => void;
  onCancel: () => void;
}

/** A colleague, and what is said to them. */
export function Colleague({ says, label, deed, onDone, onCancel }: ColleagueProps) {
  const [to, setTo] = useState("");
  const [text, setText] = useState("");
  const ready = to.trim() !== "" && (says === undefined || text.trim() !== "");
  const send = (event: FormEvent) => {
    event.preventDefault();
    if (ready) onDone(to.trim(), text.trim());
  };
  return (
    <form className="refusal" onSubmit={send}>
      <label>
        <span className="note">{label}</span>
        <input autoFocus value={to} onChange={(event) => setTo(event.target.value)} onKeyDown={(event) => event.key === "Escape" && onCancel()} />
      </label>
      {says !== undefined && (
        <label>
          <span className="note">{says}</span>
          <input value={text} onChange={(event) => setText(event.target.value)} onKeyDown={(event) => event.key === "Escape" && onCancel()} />
        </label>
      )}
      <p className="acts">
        <Do type="submit" first disabled={!ready}>
          {deed}
        </Do>
        <Do onClick={onCancel}>{deskTexts.cancel}</Do>
      </p>
    </form>
  );
}
