import { Link, useNavigate, useSearchParams } from "react-router";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Loading } from "../../ui/Loading";
import { Shape } from "../../ui/State";
import { at } from "../../ui/time";
import { useRows } from "../../ui/useRows";
import { Deeds } from "./Deeds";
import { deedsOf, shapeOf } from "./deeds";
import { Sides } from "./Sides";
import { type Deed, useDeed, usePrints, useQueues } from "./usePrints";

const KEYS: [string, Deed["action"]][] = [
  ["h", "hold"],
  ["r", "release"],
  ["t", "first"],
  ["a", "again"],
];

/** A print queue: what waits, prints and was printed, with how the current document will look. */
export function PrintPage() {
  const [asked, setAsked] = useSearchParams();
  const navigate = useNavigate();
  const queues = useQueues();
  const names = queues.data?.queues.map((one) => one.name) ?? [];
  const queue = asked.get("queue") ?? names[0];
  const ended = asked.get("show") === "ended";
  const { data, error } = usePrints(queue, ended);
  const prints = data?.prints ?? [];
  const rows = useRows(prints.length, 0);
  const here = prints[rows.at];
  const deed = useDeed();
  const printer = queues.data?.queues.find((one) => one.name === queue);
  const held = prints.filter((one) => one.state === "held");
  const choose = (next: { queue?: string; show?: string }) => {
    rows.to(0);
    setAsked({ ...(queue === undefined ? {} : { queue }), ...(ended ? { show: "ended" } : {}), ...next }, { replace: true });
  };
  useKeys([
    { keys: ["j", "ArrowDown"], words: texts.key.move, act: rows.down, caps: ["j", "k"], shown: true },
    { keys: ["k", "ArrowUp"], words: `${texts.key.move} \u2191`, act: rows.up },
    { keys: ["Enter"], words: texts.print.openPreview, act: () => here !== undefined && void navigate(`/print/${here.id}`), shown: true },
    ...KEYS.map(([key, action]) => ({
      keys: [key],
      words: texts.print[action].toLowerCase(),
      act: () => here !== undefined && deedsOf(here).includes(action) && deed.mutate({ ids: [here.id], action }),
      needs: "handle documents" as const,
    })),
  ]);
  if (queues.data === undefined) {
    return (
      <main className="prints">
        <ErrorMessage problem={queues.error} />
        <Loading />
      </main>
    );
  }
  if (queue === undefined) {
    return (
      <main className="prints">
        <h1 className="part">{texts.pages.print}</h1>
        <p className="say empty">{texts.print.noQueues}</p>
      </main>
    );
  }
  return (
    <main className="prints">
      <section aria-label={texts.print.queue}>
        <h1 className="ask">
          <Choice label={texts.print.queue} value={queue} options={names.map((name) => ({ value: name, words: name }))} onChoose={(name) => choose({ queue: name })} />
          {": "}
          <Choice
            label={texts.print.shown}
            value={ended ? "ended" : "open"}
            options={[
              { value: "open", words: texts.print.open },
              { value: "ended", words: texts.print.ended },
            ]}
            onChoose={(show) => choose({ show })}
          />
          .
        </h1>
        <div className="under">
          {printer !== undefined && <span>{printer.problem ?? texts.print.printer(printer.state, printer.reasons)}</span>}
          {held.length > 0 && (
            <Do needs="handle documents" disabled={deed.isPending} onClick={() => deed.mutate({ ids: held.map((one) => one.id), action: "release" })}>
              {texts.print.releaseAll}
            </Do>
          )}
          <Link to="/print-report">{texts.print.report}</Link>
        </div>
        <ErrorMessage problem={error ?? deed.error} />
        {data === undefined && error === null && <Loading />}
        {data !== undefined && prints.length === 0 && <p className="say empty">{ended ? texts.print.nothingEnded : texts.print.nothing}</p>}
        {prints.length > 0 && (
          <table>
            <colgroup>
              <col />
              <col style={{ width: "116px" }} />
              <col style={{ width: "58px" }} />
              <col style={{ width: "58px" }} />
              <col style={{ width: "86px" }} />
            </colgroup>
            <thead>
              <tr>
                <th>{texts.print.document}</th>
                <th>{texts.print.state}</th>
                <th className="num">{texts.print.copies}</th>
                <th className="num">{texts.print.sheets}</th>
                <th className="num">{ended ? texts.print.endedAt : texts.print.askedFor}</th>
              </tr>
            </thead>
            <tbody>
              {prints.map((print, place) => (
                <tr key={print.id} className={print === here ? "on" : ""} aria-current={print === here} onClick={() => rows.to(place)}>
                  <td>
                    <Link to={`/print/${print.id}`} className="name">
                      {print.name}
                    </Link>
                  </td>
                  <td>
                    <Shape state={shapeOf(print)} /> {print.state}
                  </td>
                  <td className="num">{print.copies}</td>
                  <td className="num">{print.sheets === 0 ? "" : print.sheets}</td>
                  <td className="num">{at(print.endedAt ?? print.askedAt)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
      {here !== undefined && (
        <section aria-label={texts.print.preview}>
          <Deeds print={here} pending={deed.isPending} onDo={(action) => deed.mutate({ ids: [here.id], action })} />
          <Sides key={here.id} print={here} />
        </section>
      )}
    </main>
  );
}
