import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { answer, api, type Problem } from "../../api/client";
import { useRules, useToday } from "../../api/queries";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Loading } from "../../ui/Loading";
import { lastOf } from "../../ui/FileName";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { useRows } from "../../ui/useRows";
import { IntakeLine } from "./IntakeLine";
import { moved } from "./order";

/** The rulebook in its order: a file goes to the first rule that matches. */
export function RulesPage() {
  const { data, error } = useRules();
  const today = useToday();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const rules = data?.rules ?? [];
  const rows = useRows(rules.length, 0);
  const [dragged, setDragged] = useState<number>();
  const [over, setOver] = useState<number>();
  const [said, setSaid] = useState("");
  const order = useMutation<unknown, Problem, { from: number; to: number }>({
    mutationFn: ({ from, to }) =>
      answer(api.POST("/api/v1/rules/order", { body: { ids: moved(rules, from, to).map((rule) => rule.id) } })),
    onSuccess: (_, { from, to }) => {
      rows.to(to);
      setSaid(texts.rules.moved(rules[from]?.id ?? "", to + 1));
    },
    onSettled: () => queries.invalidateQueries(),
  });
  const pause = useMutation<unknown, Problem, string>({
    mutationFn: (id) => answer(api.POST("/api/v1/rules/{id}/pause", { params: { path: { id } } })),
    onSettled: () => queries.invalidateQueries(),
  });
  const move = (from: number, to: number) => {
    if (from !== to && to >= 0 && to < rules.length) order.mutate({ from, to });
  };
  const here = rules[rows.at];
  useKeys([
    { keys: ["n"], words: texts.rules.anew.toLowerCase(), act: () => void navigate("/new-rule"), shown: true, needs: "write rules" },
    { keys: ["j", "ArrowDown"], words: texts.key.move, act: rows.down, caps: ["j", "k"], shown: true },
    { keys: ["k", "ArrowUp"], words: `${texts.key.move} ↑`, act: rows.up },
    { keys: ["Enter"], words: texts.key.open, act: () => here && void navigate(`/rules/${here.id}`), shown: true },
    { keys: ["u"], words: texts.key.up, act: () => move(rows.at, rows.at - 1), shown: true, needs: "write rules" },
    { keys: ["d"], words: texts.key.down, act: () => move(rows.at, rows.at + 1), shown: true, needs: "write rules" },
    { keys: ["l"], words: texts.key.live, act: () => here && void navigate(`/rules/${here.id}/live`), needs: "write rules", shown: here?.state !== "live" },
    { keys: ["p"], words: texts.key.pause, act: () => here && pause.mutate(here.id), needs: "write rules", shown: here?.state === "live" },
  ]);
  if (data === undefined) {
    return (
      <main className="rules">
        <ErrorMessage problem={error} />
        <Loading />
      </main>
    );
  }
  const count = (id: string) => today.data?.rules.find((rule) => rule.rule === id)?.cameIn ?? 0;
  return (
    <main className="rules">
      <div className="bar">
        <h1>{texts.rules.title(rules.length)}</h1>
        <Do needs="write rules" cap="n" className="ml-auto" onClick={() => void navigate("/new-rule")}>
          {texts.rules.anew}
        </Do>
      </div>
      <p className="note">{rules.length === 0 ? texts.rules.none : texts.rules.lead}</p>
      <IntakeLine />
      <ErrorMessage problem={order.error ?? pause.error} />
      <p className="sr-only" role="status">
        {said}
      </p>
      <ol className="rulebook">
        {rules.map((rule, place) => (
          <li
            key={rule.id}
            className={`${place === rows.at ? "on" : ""} ${place === over ? "over" : ""}`}
            onPointerDown={() => rows.to(place)}
            draggable
            onDragStart={(event) => {
              setDragged(place);
              event.dataTransfer.effectAllowed = "move";
            }}
            onDragOver={(event) => {
              event.preventDefault();
              setOver(place);
            }}
            onDragEnd={() => {
              setDragged(undefined);
              setOver(undefined);
            }}
            onDrop={(event) => {
              event.preventDefault();
              setOver(undefined);
              if (dragged !== undefined) move(dragged, place);
            }}
          >
            <span className="grip" title={texts.rules.grip} aria-hidden="true">
              ≡
            </span>
            <span className="num">{place + 1}</span>
            <span className="min-w-0">
              <Link className="say" to={`/rules/${encodeURIComponent(rule.id)}`}>
                {rule.title}
              </Link>
              <br />
              <span className="note name">{rule.id}</span>
            </span>
            <span className="note wide" title={rule.folders.join("\n")}>
              {rule.folders.map((folder) => lastOf(folder)).join(", ")}
            </span>
            <span className="wide">
              <b className={rule.state === "live" ? "" : rule.state === "paused" ? "c-doubt" : "c-wait"}>
                {texts.rules.states[rule.state] ?? rule.state}
              </b>
              <br />
              <span className="note">
                {texts.rules.version(rule.latestVersion, rule.liveVersion)}, {texts.rules.today(count(rule.id))}
              </span>
              {rule.whyNotActing !== undefined && <span className="note c-fault">{texts.rules.takesNothing}</span>}
            </span>
            <span className="acts">
              {(rule.state !== "live" || rule.liveVersion !== rule.latestVersion) && (
                <Do needs="write rules" cap={place === rows.at && rule.state !== "live" ? "l" : undefined} onClick={() => void navigate(`/rules/${rule.id}/live`)}>
                  {texts.rules.putLive}
                </Do>
              )}
              {rule.state === "live" && (
                <Do needs="write rules" cap={place === rows.at ? "p" : undefined} onClick={() => pause.mutate(rule.id)}>
                  {texts.rules.pause}
                </Do>
              )}
            </span>
          </li>
        ))}
      </ol>
    </main>
  );
}
