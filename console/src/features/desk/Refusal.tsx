import { type FormEvent, useState } from "react";
import { Do } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { deskTexts } from "./texts";
import type { Task } from "./useDesk";

export interface Refused {
  reason: string;
  to?: string;
  stage?: number;
}

interface RefusalProps {
  task: Task;
  /** Whether the document is sent back; else it is rejected. */
  back: boolean;
  onDone: (refused: Refused) => void;
  onCancel: () => void;
}

/** Why a document does not go on, typed in place. */
export function Refusal({ task, back, onDone, onCancel }: RefusalProps) {
  const targets = [
    ...(task.kind === "approval" && task.backToReview ? [{ value: "review", words: deskTexts.back.review }] : []),
    ...(task.kind === "approval"
      ? task.stages.slice(0, task.stage - 1).map((stage, place) => ({ value: `stage ${place + 1}`, words: deskTexts.backToStage(place + 1, stage.name) }))
      : []),
    { value: "sender", words: deskTexts.back.sender },
  ];
  const [to, setTo] = useState(targets[0]?.value ?? "sender");
  const [reason, setReason] = useState("");
  const send = (event: FormEvent) => {
    event.preventDefault();
    if (reason.trim() === "") return;
    const [where = "", stage] = to.split(" ");
    onDone({ reason, ...(back ? { to: where } : {}), ...(stage === undefined ? {} : { stage: Number(stage) }) });
  };
  return (
    <form
      className="refusal"
      onSubmit={send}
    >
      {back && (
        <p className="say">
          {deskTexts.to}
          <Choice label={deskTexts.toWhom} value={to} options={targets} onChoose={setTo} />.
        </p>
      )}
      <label>
        <span className="note">{deskTexts.reason}</span>
        <input autoFocus value={reason} onChange={(event) => setReason(event.target.value)} onKeyDown={(event) => event.key === "Escape" && onCancel()} />
      </label>
      <p className="acts">
        <Do type="submit" first disabled={reason.trim() === ""}>
          {back ? deskTexts.sendBack : deskTexts.reject}
        </Do>
        <Do onClick={onCancel}>{deskTexts.cancel}</Do>
      </p>
    </form>
  );
}
