import { useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { type JobDeed, useJobDeed, useJobs, useRules, useStatus } from "../../api/queries";
import { useKeys } from "../../keys";
import { useMay } from "../../permissions";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { FileForm } from "../../ui/FileForm";
import { Panel } from "../../ui/Panel";
import { RefusedJobs } from "../../ui/RefusedJobs";
import { Shape } from "../../ui/State";
import { styleOf, STATE_CODES } from "../../ui/states";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { number } from "../../ui/time";
import { useRows } from "../../ui/useRows";
import { ColumnsMenu } from "./ColumnsMenu";
import { COLUMNS, hiddenColumns, hideColumns } from "./columns";
import { askedOf, withPart } from "./filter";
import { JobRows } from "./JobRows";
import { ViewsMenu } from "./ViewsMenu";

/** All jobs, narrowed by a sentence that the address holds. */
export function JobsPage() {
  const [address, setAddress] = useSearchParams();
  const asked = askedOf(address);
  const list = useJobs(asked.filter, asked.order);
  const jobs = list.data?.pages.flatMap((page) => page.jobs) ?? [];
  const rows = useRows(jobs.length);
  const [marked, setMarked] = useState<ReadonlySet<string>>(new Set());
  const [hidden, setHidden] = useState(hiddenColumns);
  const [filing, setFiling] = useState(false);
  const [filterOpen, setFilterOpen] = useState(false);
  const nameField = useRef<HTMLInputElement>(null);
  const navigate = useNavigate();
  const deed = useJobDeed();
  const rules = useRules();
  const status = useStatus();
  const here = jobs[rows.at];
  const set = (part: string) => (value: string) => {
    rows.to(-1);
    setAddress(withPart(address, part, value), { replace: true });
  };
  const chosen = marked.size > 0 ? [...marked] : here === undefined ? [] : [here.id];
  const act = (what: JobDeed, priority?: number) => {
    if (chosen.length > 0) deed.mutate({ deed: what, ids: chosen, ...(priority === undefined ? {} : { priority }) });
  };
  const mark = () => {
    if (here === undefined) return;
    const next = new Set(marked);
    if (!next.delete(here.id)) next.add(here.id);
    setMarked(next);
    rows.down();
  };
  useKeys([
    { keys: ["j", "ArrowDown"], words: texts.key.move, act: rows.down, caps: ["j", "k"], shown: true },
    { keys: ["k", "ArrowUp"], words: `${texts.key.move} ↑`, act: rows.up },
    { keys: ["Enter"], words: texts.key.open, act: () => here && void navigate(`/jobs/${here.id}`), shown: true },
    { keys: ["f"], words: texts.key.filter, act: () => setFilterOpen(true), shown: true },
    { keys: ["n"], words: texts.jobs.wordsHint, act: () => nameField.current?.focus() },
    { keys: ["x"], words: texts.key.mark, act: mark, shown: true },
    { keys: ["t"], words: texts.key.retry, act: () => act("retry"), shown: here !== undefined, needs: "handle documents" },
    { keys: ["r"], words: texts.key.again, act: () => act("run-again"), shown: here !== undefined, needs: "handle documents" },
    { keys: ["h"], words: texts.key.hold, act: () => act(here?.state === "held" ? "release" : "hold"), shown: here !== undefined, needs: "handle documents" },
    { keys: ["b"], words: texts.key.byHand, act: () => setFiling(chosen.length > 0), shown: marked.size > 0, needs: "handle documents" },
    { keys: ["Escape"], words: texts.jobs.unmark, act: () => setMarked(new Set()) },
  ]);
  const may = useMay();
  const columns = COLUMNS.filter((column) => !hidden.includes(column.id));
  return (
    <main className="jobs">
      <h1 className="ask">
        {texts.jobs.that}
        <Choice
          label={texts.jobs.columns.stands}
          value={asked.filter.state ?? ""}
          open={filterOpen}
          onOpenChange={setFilterOpen}
          options={[
            { value: "", words: texts.jobs.anyState },
            ...STATE_CODES.map((code) => ({ value: code, words: styleOf(code).word })),
          ]}
          onChoose={set("state")}
        />
        {texts.jobs.under}
        <Choice
          label={texts.jobs.columns.rule}
          value={asked.filter.rule ?? ""}
          options={[
            { value: "", words: texts.jobs.anyRule },
            ...(rules.data?.rules ?? []).map((rule) => ({ value: rule.id, words: rule.id })),
          ]}
          onChoose={set("rule")}
        />
        {texts.jobs.cameIn}
        <Choice
          label={texts.jobs.columns.in}
          value={asked.when}
          options={(["any", "today", "week", "month"] as const).map((when) => ({ value: when, words: texts.jobs.when[when] }))}
          onChoose={set("in")}
        />
        {texts.jobs.words}
        <input
          ref={nameField}
          aria-label={texts.jobs.wordsHint}
          placeholder={texts.jobs.wordsHint}
          defaultValue={asked.filter.name ?? ""}
          key={asked.filter.name ?? ""}
          onKeyDown={(event) => {
            if (event.key === "Enter") set("name")(event.currentTarget.value.trim());
            if (event.key === "Enter" || event.key === "Escape") event.currentTarget.blur();
          }}
          onBlur={(event) => {
            if (event.currentTarget.value.trim() !== (asked.filter.name ?? "")) set("name")(event.currentTarget.value.trim());
          }}
        />
        {", "}
        <Choice
          label="Order"
          value={asked.order}
          options={(["newest", "oldest", "changed"] as const).map((order) => ({ value: order, words: texts.jobs.order[order] }))}
          onChoose={set("order")}
        />
        .
      </h1>
      <div className="under">
        {marked.size > 0 ? (
          <>
            <b>{texts.jobs.marked(marked.size)}</b>
            <Do needs="handle documents" onClick={() => act("retry")}>{texts.job.retry}</Do>
            <Do needs="handle documents" onClick={() => act("run-again")}>{texts.job.again}</Do>
            <Do needs="handle documents" onClick={() => act("hold")}>{texts.job.hold}</Do>
            <Do needs="handle documents" onClick={() => act("release")}>{texts.job.release}</Do>
            <Do needs="handle documents" onClick={() => act("cancel")}>{texts.job.cancel}</Do>
            <Do needs="handle documents" cap="b" onClick={() => setFiling(true)}>
              {texts.file.open}
            </Do>
            <Do needs="handle documents" onClick={() => act("priority", 90)}>{texts.job.sooner}</Do>
            <Do needs="handle documents" onClick={() => act("priority", 10)}>{texts.job.later}</Do>
            {may("handle documents") && (
              <Choice
                label={texts.jobs.giveTo}
                value=""
                options={[
                  { value: "", words: texts.jobs.giveTo },
                  ...(rules.data?.rules ?? []).filter((rule) => rule.state === "live").map((rule) => ({ value: rule.id, words: rule.id })),
                ]}
                onChoose={(to) => to !== "" && deed.mutate({ deed: "move", ids: chosen, to })}
              />
            )}
            <Do bare onClick={() => setMarked(new Set())}>
              {texts.jobs.unmark}
            </Do>
          </>
        ) : (
          STATE_CODES.filter((code) => (status.data?.jobs[code] ?? 0) > 0).map((code) => (
            <button
              key={code}
              type="button"
              className={`st c-${styleOf(code).tone}`}
              aria-pressed={asked.filter.state === code}
              onClick={() => set("state")(asked.filter.state === code ? "" : code)}
            >
              <Shape state={code} />
              {number(status.data?.jobs[code] ?? 0)} {styleOf(code).word}
            </button>
          ))
        )}
        <span className="views" role="status">
          {deed.data !== undefined && texts.jobs.did(deed.data.done, deed.data.notDone)}
        </span>
        <ViewsMenu
          address={address.toString()}
          hidden={hidden}
          onChoose={(view) => {
            hideColumns(view.hidden);
            setHidden(view.hidden);
            setAddress(new URLSearchParams(view.address));
          }}
        />
        <ColumnsMenu
          hidden={hidden}
          onChange={(ids) => {
            hideColumns(ids);
            setHidden(ids);
          }}
        />
      </div>
      <ErrorMessage problem={deed.error ?? list.error} />
      <RefusedJobs done={deed.data} />
      {filing && (
        <Panel title={texts.file.title(chosen.length)} onClose={() => setFiling(false)}>
          <FileForm jobs={chosen.map((id) => ({ id, fileName: jobs.find((job) => job.id === id)?.fileName ?? id }))} onDone={() => setFiling(false)} />
        </Panel>
      )}
      <JobRows
        jobs={jobs}
        columns={columns}
        at={rows.at}
        marked={marked}
        onRow={rows.to}
        onOpen={(job) => void navigate(`/jobs/${job.id}`)}
        onMark={(job) => {
          const next = new Set(marked);
          if (!next.delete(job.id)) next.add(job.id);
          setMarked(next);
        }}
        onEnd={() => list.hasNextPage && !list.isFetchingNextPage && void list.fetchNextPage()}
        loading={list.isPending || list.isFetchingNextPage || (jobs.length === 0 && list.hasNextPage)}
        narrowed={address.size > 0}
        onEverything={() => setAddress({})}
        actions={(job) => (
          <>
            <Do first cap="Enter" onClick={() => void navigate(`/jobs/${job.id}`)}>
              {texts.job.look}
            </Do>
            <Do cap="t" onClick={() => act("retry")}>
              {texts.job.retry}
            </Do>
          </>
        )}
      />
    </main>
  );
}
