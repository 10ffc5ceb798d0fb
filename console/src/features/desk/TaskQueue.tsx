import { useEffect, useRef } from "react";
import { FileName } from "../../ui/FileName";
import { Shape } from "../../ui/State";
import { at as moment } from "../../ui/time";
import { deskTexts } from "./texts";
import type { Waiting } from "./useDesk";

interface TaskQueueProps {
  tasks: Waiting[];
  current: number | undefined;
  onOpen: (task: number) => void;
  onEnd: () => void;
}

/** What waits for the person, with what is asked and by when. */
export function TaskQueue({ tasks, current, onOpen, onEnd }: TaskQueueProps) {
  const list = useRef<HTMLOListElement>(null);
  useEffect(() => {
    list.current?.querySelector("[aria-current=true]")?.scrollIntoView({ block: "nearest" });
  }, [current]);
  const end = tasks.at(-1)?.task;
  useEffect(() => {
    const last = list.current?.lastElementChild;
    if (last === null || last === undefined) return;
    const seen = new IntersectionObserver((entries) => entries.some((entry) => entry.isIntersecting) && onEnd());
    seen.observe(last);
    return () => seen.disconnect();
  }, [end, onEnd]);
  return (
    <ol ref={list} className="queue tasks" aria-label={deskTexts.queue}>
      {tasks.map((task) => (
        <li key={task.task}>
          <button type="button" className={task.task === current ? "on" : ""} aria-current={task.task === current} onClick={() => onOpen(task.task)}>
            <Shape state={task.kind === "review" ? "needs-review" : "awaiting-approval"} />
            <span className="min-w-0">
              <FileName name={task.fileName} raw />
              <span className="note">{saidOf(task)}</span>
            </span>
          </button>
        </li>
      ))}
    </ol>
  );
}

function saidOf(task: Waiting) {
  const due = task.dueAt === undefined ? "" : Date.parse(task.dueAt) <= Date.now() ? deskTexts.overdue(moment(task.dueAt)) : deskTexts.due(moment(task.dueAt));
  return [
    task.takenBy === undefined ? "" : deskTexts.taken(task.takenBy),
    task.kind === "review" ? task.asked.join(", ") : deskTexts.stage(task.stage),
    task.rule,
    due,
  ]
    .filter((one) => one !== "")
    .join(" · ");
}
