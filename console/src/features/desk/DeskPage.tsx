import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { useJobDeed } from "../../api/queries";
import { useKeys } from "../../keys";
import { useMay } from "../../permissions";
import { texts } from "../../texts";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Loading } from "../../ui/Loading";
import { PageView } from "../../ui/PageView";
import { Approval } from "./Approval";
import { Do } from "../../ui/Button";
import { Compare } from "./Compare";
import { DeskParts } from "./DeskParts";
import { type ReadThere, Review } from "./Review";
import { TaskQueue } from "./TaskQueue";
import { UnmatchedPage } from "./UnmatchedPage";
import { deskTexts } from "./texts";
import { type Answer, prepare, release, take, type Task, useAnswer, useQuestion, useReading, useTask, useTaskOf, useUndo, useWaiting } from "./useDesk";

const PREPARED = 2;
const RENEW_MILLIS = 60_000;

/** The desk of somebody who is asked; of others, the documents that no rule takes. */
export function DeskPage() {
  const may = useMay();
  return may("review") ? <Tasks /> : <UnmatchedPage />;
}

/** What waits for the person: the queue, the question, and the page. */
function Tasks() {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [search] = useSearchParams();
  const ofJob = useTaskOf(search.get("job") ?? "");
  const wanted = Number(useParams().task ?? ofJob.data ?? 0);
  const list = useWaiting(true);
  const [passed, setPassed] = useState<ReadonlySet<number>>(new Set());
  const [last, setLast] = useState<Task>();
  const all = useMemo(() => list.data?.pages.flatMap((page) => page.tasks) ?? [], [list.data]);
  const tasks = all.filter((task) => !passed.has(task.task) || task.task === wanted);
  const open = tasks.filter((task) => task.takenBy === undefined);
  const current = wanted > 0 ? wanted : open[0]?.task;
  const go = useCallback((task: number | undefined) => void navigate(task === undefined ? "/desk" : `/desk/${task}`), [navigate]);

  const passBy = (task: number) => {
    setPassed((before) => new Set(before).add(task));
    go(open.find((one) => one.task !== task && !passed.has(one.task))?.task);
  };
  const answering = useAnswer((refused: Answer) => {
    setPassed((before) => {
      const after = new Set(before);
      after.delete(refused.task.task);
      return after;
    });
    go(refused.task.task);
  });
  const [marked, setMarked] = useState<ReadonlyMap<number, Task>>(new Map());
  const undo = useUndo((undone) => {
    setPassed((before) => {
      const after = new Set(before);
      after.delete(undone.task);
      return after;
    });
    setLast(undefined);
    go(undone.task);
  });
  const mark = (task: Task) => {
    setMarked((before) => new Map(before).set(task.task, task));
    passBy(task.task);
  };
  const unmark = () => {
    setPassed((before) => new Set([...before].filter((task) => !marked.has(task))));
    setMarked(new Map());
  };
  const approveMarked = () => {
    for (const task of marked.values()) answering.mutate({ task, deed: "approve" });
    setMarked(new Map());
  };
  const give = (answer: Answer) => {
    setLast(answer.deed === "accept" ? answer.task : undefined);
    undo.reset();
    answering.mutate(answer);
    passBy(answer.task.task);
  };
  useEffect(() => {
    const next = open.filter((task) => task.task !== current).slice(0, PREPARED);
    for (const task of next) void prepare(queries, task.task);
    // What is open changes with the queue and what was passed.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [queries, current, list.data]);
  const at = tasks.findIndex((task) => task.task === current);
  const step = (by: number) => go(tasks[Math.min(tasks.length - 1, Math.max(0, at + by))]?.task);
  useKeys([
    { keys: ["j", "ArrowDown"], words: texts.key.move, act: () => step(1) },
    { keys: ["k", "ArrowUp"], words: `${texts.key.move} ↑`, act: () => step(-1) },
    ...(marked.size === 0 ? [] : [{ keys: ["y"], words: deskTexts.keys.approveMarked, act: approveMarked, shown: true }]),
    ...(last === undefined ? [] : [{ keys: ["u"], words: deskTexts.keys.undo, act: () => undo.mutate(last), shown: true }]),
  ]);
  const counts = list.data?.pages[0];
  const onEnd = useCallback(() => {
    if (list.hasNextPage && !list.isFetchingNextPage) void list.fetchNextPage();
  }, [list]);
  return (
    <main className="desk answers">
      <h1>{deskTexts.waiting(counts?.reviews ?? 0, counts?.approvals ?? 0)}</h1>
      <DeskParts />
      <div className="desk-said">
        {marked.size > 0 && (
          <p className="acts say">
            {deskTexts.marked(marked.size)}
            <Do first cap="y" onClick={approveMarked}>
              {deskTexts.approveMarked(marked.size)}
            </Do>
            <Do bare onClick={unmark}>
              {deskTexts.unmark}
            </Do>
          </p>
        )}
        <ErrorMessage problem={answering.error ?? undo.error ?? list.error} />
        <p className="note" role="status">
          {ofJob.data === 0 && deskTexts.gone}
          {undo.isSuccess && deskTexts.undone(undo.variables.job.fileName)}
        </p>
      </div>
      {list.isPending ? (
        <Loading />
      ) : current === undefined ? (
        <p className="say empty">{deskTexts.none}</p>
      ) : (
        <>
          <TaskQueue tasks={tasks} current={current} onOpen={go} onEnd={onEnd} />
          <Current key={current} id={current} onGive={give} onSkip={() => passBy(current)} onMark={mark} />
        </>
      )}
    </main>
  );
}

interface CurrentProps {
  id: number;
  onGive: (answer: Answer) => void;
  onSkip: () => void;
  onMark: (task: Task) => void;
}

/** The document in front of the person. */
function Current({ id, onGive, onSkip, onMark }: CurrentProps) {
  const { data: task, error } = useTask(id);
  const [chosen, setChosen] = useState<number>();
  const [page, setPage] = useState<number>();
  const [readThere, setReadThere] = useState<ReadThere>();
  const [taking, setTaking] = useState<Error>();
  const question = useQuestion(id);
  const [compares, setCompares] = useState(true);
  const fill = (on: number, box: ReadThere["box"], text: string) => setReadThere({ page: on, box, text });
  const reading = useReading(task?.job.id ?? "", ({ page: on, box }, text) => text !== "" && fill(on, box, text));
  const move = useJobDeed();
  const mine = task?.mayAnswer === true;
  useEffect(() => {
    if (!mine) return;
    const hold = () => void take(id).then(() => setTaking(undefined), setTaking);
    hold();
    const again = window.setInterval(hold, RENEW_MILLIS);
    return () => {
      window.clearInterval(again);
      void release(id).catch(() => {});
    };
  }, [id, mine]);
  const first = task?.fields.findIndex((field) => field.asked && field.page > 0) ?? -1;
  const at = chosen ?? (task?.kind === "review" ? (first >= 0 ? first : undefined) : undefined);
  const shown = page ?? (at === undefined ? 1 : (task?.fields[at]?.page ?? 0) || 1);
  useKeys([
    ...(task?.earlier === undefined ? [] : [{ keys: ["c"], words: deskTexts.keys.compare, act: () => setCompares(!compares), shown: true }]),
    { keys: [","], words: `${texts.key.page} ←`, act: () => setPage(Math.max(1, shown - 1)) },
    { keys: ["."], words: texts.key.page, act: () => setPage(shown + 1), caps: [",", "."], shown: true },
  ]);
  if (task === undefined) {
    return error === null ? <Loading /> : <p className="question say">{error.message}</p>;
  }
  const choose = (place: number) => {
    setChosen(place);
    const on = task.fields[place]?.page ?? 0;
    if (on > 0) setPage(on);
  };
  const fields = task.fields.map((field) => ({ ...field, doubtful: field.asked }));
  return (
    <>
      <div className="asking">
        <ErrorMessage problem={taking ?? question.error} />
        {task.kind === "review" ? (
          <Review
            task={task}
            chosen={chosen}
            onChoose={choose}
            readThere={readThere}
            onAccept={(values) => onGive({ task, deed: "accept", values })}
            onRefuse={(deed, refused) => onGive({ task, deed, ...refused })}
            onSkip={onSkip}
            onMove={(to) => {
              move.mutate({ deed: "move", ids: [task.job.id], to });
              onSkip();
            }}
          />
        ) : (
          <Approval
            task={task}
            chosen={chosen}
            onChoose={choose}
            onApprove={(comment) => onGive({ task, deed: "approve", reason: comment })}
            onDelegate={(to) => onGive({ task, deed: "delegate", to })}
            onQuestion={(to, text) => question.mutate({ to, text })}
            onRefuse={(deed, refused) => onGive({ task, deed, ...refused })}
            onSkip={onSkip}
            onMark={() => onMark(task)}
          />
        )}
      </div>
      {task.earlier !== undefined && compares ? (
        <Compare task={task} earlier={task.earlier} fields={fields} page={shown} onPage={setPage} chosen={at} onChoose={choose} />
      ) : (
      <div className="pg">
        <PageView
          job={task.job}
          fields={fields}
          outputs={task.output === undefined ? [] : ["original", task.output]}
          page={shown}
          onPage={setPage}
          chosen={at}
          onChoose={choose}
          {...(task.kind === "review" ? { onPropose: fill, onDrawn: (on: number, box: ReadThere["box"], text: string | undefined) => (text === undefined ? reading.mutate({ page: on, box }) : fill(on, box, text)) } : {})}
        />
        {task.kind === "review" && <p className="note" role="status">{reading.isPending ? deskTexts.reading : reading.isSuccess && reading.data.text === "" ? deskTexts.nothingThere : deskTexts.box}</p>}
        <ErrorMessage problem={reading.error} />
      </div>
      )}
    </>
  );
}
