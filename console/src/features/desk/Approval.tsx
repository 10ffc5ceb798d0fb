import { useState } from "react";
import { useKeys } from "../../keys";
import { useMay } from "../../permissions";
import { Do } from "../../ui/Button";
import { Colleague } from "./Colleague";
import { Earlier, Filings, ShownFields, Why } from "./Evidence";
import { Refusal, type Refused } from "./Refusal";
import { deskTexts } from "./texts";
import type { Task } from "./useDesk";

interface ApprovalProps {
  task: Task;
  chosen: number | undefined;
  onChoose: (place: number) => void;
  onApprove: (comment: string) => void;
  onDelegate: (to: string) => void;
  onQuestion: (to: string, text: string) => void;
  onRefuse: (deed: "reject" | "send-back", refused: Refused) => void;
  onSkip: () => void;
  /** Marks it to be approved with others. */
  onMark: () => void;
}

/** A decision: what is approved, by whom it was before, and what follows. */
export function Approval({ task, chosen, onChoose, onApprove, onDelegate, onQuestion, onRefuse, onSkip, onMark }: ApprovalProps) {
  const may = useMay();
  const [doing, setDoing] = useState<"reject" | "send-back" | "delegate" | "question">();
  const [comment, setComment] = useState("");
  const can = task.mayAnswer && may("approve");
  useKeys([
    ...(can
      ? [
          { keys: ["a"], words: deskTexts.keys.approve, act: () => onApprove(comment), shown: true },
          { keys: ["x"], words: deskTexts.keys.mark, act: onMark, shown: true },
          { keys: ["b"], words: deskTexts.keys.back, act: () => setDoing("send-back"), shown: true },
          { keys: ["r"], words: deskTexts.keys.reject, act: () => setDoing("reject"), shown: true },
          { keys: ["q"], words: deskTexts.keys.question, act: () => setDoing("question") },
          { keys: ["d"], words: deskTexts.keys.delegate, act: () => setDoing("delegate"), shown: true },
        ]
      : []),
    { keys: ["n"], words: deskTexts.keys.skip, act: onSkip, shown: true },
    ...task.fields.slice(0, 26).map((one, place) => ({
      keys: [`f ${String.fromCharCode(97 + place)}`],
      words: `${deskTexts.keys.field}: ${one.name}`,
      act: () => onChoose(place),
    })),
  ]);
  return (
    <section className="question answering" aria-label={deskTexts.approve}>
      <h2 className="ask">{task.job.fileName}</h2>
      <Stages task={task} />
      {task.whyNot !== "" && <p className="say whynot">{task.whyNot}</p>}
      <Filings filings={task.filings} />
      {doing === "delegate" ? (
        <Colleague label={deskTexts.delegateTo} deed={deskTexts.delegate} onDone={onDelegate} onCancel={() => setDoing(undefined)} />
      ) : doing === "question" ? (
        <Colleague
          label={deskTexts.questionTo}
          says={deskTexts.questionText}
          deed={deskTexts.question}
          onDone={(to, text) => {
            onQuestion(to, text);
            setDoing(undefined);
          }}
          onCancel={() => setDoing(undefined)}
        />
      ) : doing !== undefined ? (
        <Refusal key={doing} task={task} back={doing === "send-back"} onCancel={() => setDoing(undefined)} onDone={(refused) => onRefuse(doing, refused)} />
      ) : (
        <div className="deciding">
          {can && (
            <label>
              <span className="note">{deskTexts.comment}</span>
              <input value={comment} onChange={(event) => setComment(event.target.value)} />
            </label>
          )}
          <p className="acts">
            {can && (
              <Do first cap="a" onClick={() => onApprove(comment)}>
                {deskTexts.approve}
              </Do>
            )}
            <Do cap="n" onClick={onSkip}>
              {deskTexts.skip}
            </Do>
            {can && (
              <>
                <Do cap="x" onClick={onMark}>
                  {deskTexts.mark}
                </Do>
                <Do bare cap="b" onClick={() => setDoing("send-back")}>
                  {deskTexts.sendBack}
                </Do>
                <Do bare cap="r" onClick={() => setDoing("reject")}>
                  {deskTexts.reject}
                </Do>
                <Do bare cap="q" onClick={() => setDoing("question")}>
                  {deskTexts.question}
                </Do>
                <Do bare cap="d" onClick={() => setDoing("delegate")}>
                  {deskTexts.delegate}
                </Do>
              </>
            )}
          </p>
        </div>
      )}
      <ShownFields task={task} chosen={chosen} onChoose={onChoose} />
      <Why task={task} />
      <Earlier task={task} />
    </section>
  );
}

/** The stages in order: those that have approved, the one that is asked, and what comes. */
function Stages({ task }: { task: Task }) {
  return (
    <ol className="stages" aria-label={deskTexts.stages}>
      {task.stages.map((stage, place) => {
        const number = place + 1;
        return (
          <li key={number} className={number < task.stage ? "gone" : number === task.stage ? "on" : ""} aria-current={number === task.stage ? "step" : undefined}>
            <b>{stage.name === "" ? deskTexts.stage(number) : stage.name}</b>
            <span className="note">{deskTexts.needs(stage.by.join(" or "), stage.need)}</span>
          </li>
        );
      })}
    </ol>
  );
}
