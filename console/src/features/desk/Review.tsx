import { type FormEvent, useEffect, useRef, useState } from "react";
import { useRules } from "../../api/queries";
import { useKeys } from "../../keys";
import { useMay } from "../../permissions";
import { Do } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Earlier, Filings, ShownFields, Why } from "./Evidence";
import { FieldStrip } from "./FieldStrip";
import { joined, ListGrid, valuesOf } from "./ListGrid";
import { Refusal, type Refused } from "./Refusal";
import { deskTexts } from "./texts";
import { type Entered, type Field, type Task, useChecked } from "./useDesk";

/** What was read in a box of the page. */
export interface ReadThere {
  page: number;
  box: Field["box"];
  text: string;
}

interface ReviewProps {
  task: Task;
  chosen: number | undefined;
  onChoose: (place: number) => void;
  readThere: ReadThere | undefined;
  onAccept: (values: Record<string, Entered>) => void;
  onRefuse: (deed: "reject" | "send-back", refused: Refused) => void;
  onSkip: () => void;
  onMove: (rule: string) => void;
}

/** One field in question after the other: Enter takes it and goes on, typing corrects it. */
export function Review({ task, chosen, onChoose, readThere, onAccept, onRefuse, onSkip, onMove }: ReviewProps) {
  const asked = task.fields.map((field, place) => ({ field, place })).filter(({ field }) => field.asked);
  const here = chosen === undefined ? asked[0] : { field: task.fields[chosen], place: chosen };
  const field = here?.field;
  const [values, setValues] = useState<Record<string, Entered>>({});
  const [typed, setTyped] = useState<string>();
  const [refusing, setRefusing] = useState<"reject" | "send-back">();
  const may = useMay();
  const rules = useRules();
  const live = (rules.data?.rules ?? []).filter((rule) => rule.state === "live" && rule.id !== task.job.rule);
  const [moving, setMoving] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const given = field === undefined ? undefined : values[field.name];
  const value = typed ?? given?.value ?? field?.value ?? "";
  const check = useChecked(task.task, field?.name ?? "", value, field !== undefined && (field.asked || typed !== undefined));
  const isChecked = check.data !== undefined && !check.isPlaceholderData;

  useEffect(() => {
    setTyped(undefined);
    input.current?.focus();
    input.current?.select();
  }, [here?.place]);

  useEffect(() => {
    if (readThere !== undefined) {
      setTyped(readThere.text);
      input.current?.focus();
    }
  }, [readThere]);

  const choices = [...(field?.others.map((other) => other.value) ?? []), ...(check.data?.proposals ?? [])];
  const cycle = [field?.value ?? "", ...choices.filter((one, place) => one !== field?.value && choices.indexOf(one) === place)];
  const turn = (by: number) => {
    const at = cycle.indexOf(value);
    const next = cycle[(Math.max(0, at) + by + cycle.length) % cycle.length];
    if (next !== undefined) setTyped(next);
  };
  const takeIt = (event?: FormEvent) => {
    event?.preventDefault();
    if (field === undefined) {
      onAccept(values);
      return;
    }
    if (isChecked && check.data?.problem !== undefined) return;
    const from = readThere !== undefined && typed === readThere.text ? { page: readThere.page, box: readThere.box } : {};
    const now = { ...values, [field.name]: { value: field.list ? joined(valuesOf(value)) : value, ...from } };
    setValues(now);
    setTyped(undefined);
    const left = asked.find((one) => now[one.field.name] === undefined);
    if (left === undefined) onAccept(now);
    else onChoose(left.place);
  };
  useKeys([
    { keys: ["Enter"], words: deskTexts.keys.accept, act: () => takeIt(), shown: true },
    ...(cycle.length > 1 ? [{ keys: ["Alt ArrowDown"], caps: ["↓", "↑"], words: deskTexts.keys.other, act: () => turn(1), shown: true }] : []),
    { keys: ["b"], words: deskTexts.keys.back, act: () => setRefusing("send-back"), shown: true },
    { keys: ["r"], words: deskTexts.keys.reject, act: () => setRefusing("reject"), shown: true },
    ...(may("handle documents") ? [{ keys: ["m"], words: deskTexts.keys.move, act: () => setMoving(true) }] : []),
    { keys: ["n"], words: deskTexts.keys.skip, act: onSkip, shown: true },
    ...task.fields.slice(0, 26).map((one, place) => ({
      keys: [`f ${String.fromCharCode(97 + place)}`],
      words: `${deskTexts.keys.field}: ${one.name}`,
      act: () => onChoose(place),
    })),
    { keys: ["Escape"], words: deskTexts.keys.leave, act: () => (document.activeElement as HTMLElement | null)?.blur() },
  ]);
  const title = field === undefined ? deskTexts.look : field.list ? deskTexts.askList(field.name) : deskTexts.ask(field.name);
  const problem = isChecked ? check.data?.problem : undefined;
  const saidAlready = typed === undefined && field?.problem !== undefined;
  return (
    <section className="question answering" aria-label={title}>
      <h2 className="ask">{title}</h2>
      {field !== undefined && (
        <>
          <p className="say">{field.problem ?? deskTexts.read(field.confidence)}</p>
          <FieldStrip job={task.job.id} field={field} />
          {field.list && (
            <ListGrid
              fields={task.fields.filter((one) => one.list && (one.name === field.name || one.page === field.page))}
              here={field.name}
              valueOf={(one) => (one.name === field.name ? value : (values[one.name]?.value ?? one.value))}
              onValue={(one, entered) => (one.name === field.name ? setTyped(entered) : setValues({ ...values, [one.name]: { value: entered } }))}
              onEnter={() => takeIt()}
              problem={problem}
            />
          )}
          {!field.list && <form className="value" onSubmit={takeIt}>
            <input
              key={field.name}
              ref={input}
              autoFocus
              aria-label={deskTexts.value(field.name)}
              aria-invalid={problem !== undefined}
              aria-describedby="field-problem"
              value={value}
              onFocus={(event) => event.target.select()}
              onChange={(event) => setTyped(event.target.value)}
              onKeyDown={(event) => {
                if (event.key === "ArrowDown" || event.key === "ArrowUp") {
                  event.preventDefault();
                  turn(event.key === "ArrowDown" ? 1 : -1);
                }
              }}
            />
            <p id="field-problem" className="problem" role="status">
              {problem === undefined ? (isChecked && check.data.value !== value ? check.data.value : "") : saidAlready ? "" : problem}
            </p>
            {cycle.length > 1 && (
              <ul className="readings">
                {cycle.map((one) => {
                  const share = field.others.find((other) => other.value === one)?.share;
                  return (
                    <li key={one}>
                      <button type="button" className={one === value ? "on" : ""} onClick={() => setTyped(one)}>
                        <span className="name">{one === "" ? "–" : one}</span>
                        <span className="note">
                          {one === field.value ? deskTexts.read(field.confidence) : share === undefined ? deskTexts.known : deskTexts.share(share)}
                        </span>
                      </button>
                    </li>
                  );
                })}
              </ul>
            )}
          </form>}
        </>
      )}
      {refusing === undefined ? (
        <p className="acts">
          <Do first cap="Enter" onClick={() => takeIt()}>
            {deskTexts.accept}
          </Do>
          <Do cap="n" onClick={onSkip}>
            {deskTexts.skip}
          </Do>
          <Do bare cap="b" onClick={() => setRefusing("send-back")}>
            {deskTexts.sendBack}
          </Do>
          <Do bare cap="r" onClick={() => setRefusing("reject")}>
            {deskTexts.reject}
          </Do>
        </p>
      ) : (
        <Refusal key={refusing} task={task} back={refusing === "send-back"} onCancel={() => setRefusing(undefined)} onDone={(refused) => onRefuse(refusing, refused)} />
      )}
      {may("handle documents") && live.length > 0 && (
        <p className="say">
          {deskTexts.give}
          <Choice
            label={deskTexts.keys.move}
            value=""
            open={moving}
            onOpenChange={setMoving}
            options={[{ value: "", words: deskTexts.giveTo }, ...live.map((rule) => ({ value: rule.id, words: rule.id }))]}
            onChoose={(rule) => rule !== "" && onMove(rule)}
          />
          .
        </p>
      )}
      <Filings filings={check.data?.filings ?? task.filings} />
      <ShownFields task={task} values={values} chosen={here?.place} onChoose={onChoose} />
      <Why task={task} />
      <Earlier task={task} />
    </section>
  );
}
