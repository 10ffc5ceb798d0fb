import { useInfiniteQuery, useMutation } from "@tanstack/react-query";
import { useRef } from "react";
import { Link, useSearchParams } from "react-router";
import { answer, api, base, type Problem, type Schemas } from "../../api/client";
import { usePeople } from "../../api/queries";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Loading } from "../../ui/Loading";
import { nameOf } from "../../ui/people";
import { atSecond, number } from "../../ui/time";
import { type Asked, askedOf, factsOf, queryOf } from "./asked";

const PER_PAGE = 100;
const EVENTS = ["", "job.", "effect.", "rule.", "person.", "roles.", "token.", "session.", "group.", "source.", "connection.", "secret."];

/** The history: searched, checked and exported. */
export function LedgerPage() {
  const [params, setParams] = useSearchParams();
  const asked = askedOf(params);
  const people = usePeople();
  const subject = useRef<HTMLInputElement>(null);
  const entries = useInfiniteQuery({
    queryKey: ["GET", "/ledger/search", asked],
    queryFn: ({ pageParam }) =>
      answer(
        api.GET("/api/v1/ledger/search", {
          params: { query: { ...queryOf(asked), limit: PER_PAGE, ...(pageParam === undefined ? {} : { before: pageParam }) } },
        }),
      ),
    initialPageParam: undefined as number | undefined,
    getNextPageParam: (page: Schemas["FoundEntries"]) => page.next,
  });
  const check = useMutation<Schemas["LedgerCheck"], Problem>({
    mutationFn: () => answer(api.GET("/api/v1/ledger/check")),
  });
  const set = (part: keyof Asked) => (value: string) => {
    const next = new URLSearchParams(params);
    if (value === "") next.delete(part);
    else next.set(part, value);
    setParams(next, { replace: true });
  };
  useKeys([
    { keys: ["f"], words: texts.key.filter, act: () => subject.current?.focus(), shown: true },
    { keys: ["c"], words: texts.ledger.check.toLowerCase(), act: () => check.mutate(), shown: true },
  ]);
  const found = entries.data?.pages.flatMap((page) => page.entries) ?? [];
  const names = people.data?.people ?? [];
  const who = [...new Set(["owner", "service", ...names.map((person) => person.principal), ...(asked.principal === "" ? [] : [asked.principal])])];
  const exported = new URL(`api/v1/ledger/export?${new URLSearchParams(queryOf(asked)).toString()}`, base).href;
  return (
    <main className="ledger">
      <h1 className="ask">
        {texts.ledger.what}
        <Choice
          label={texts.ledger.columns.event}
          value={asked.event}
          options={EVENTS.map((event) => ({ value: event, words: texts.ledger.events[event] ?? event }))}
          onChoose={set("event")}
        />
        {texts.ledger.by}
        <Choice
          label={texts.ledger.columns.who}
          value={asked.principal}
          options={[{ value: "", words: texts.ledger.anybody }, ...who.map((one) => ({ value: one, words: nameOf(one, names) }))]}
          onChoose={set("principal")}
        />
        {texts.ledger.when}
        <Choice
          label={texts.ledger.columns.time}
          value={asked.when}
          options={(["", "today", "week", "month"] as const).map((when) => ({ value: when, words: texts.jobs.when[when === "" ? "any" : when] }))}
          onChoose={set("when")}
        />
        {texts.ledger.about}
        <input
          ref={subject}
          aria-label={texts.ledger.subjectHint}
          placeholder={texts.ledger.subjectHint}
          defaultValue={asked.subject}
          key={asked.subject}
          onKeyDown={(event) => {
            if (event.key === "Enter") set("subject")(event.currentTarget.value.trim());
            if (event.key === "Enter" || event.key === "Escape") event.currentTarget.blur();
          }}
          onBlur={(event) => event.currentTarget.value.trim() !== asked.subject && set("subject")(event.currentTarget.value.trim())}
        />
        .
      </h1>
      <div className="under">
        <Do cap="c" disabled={check.isPending} onClick={() => check.mutate()}>
          {texts.ledger.check}
        </Do>
        <a className="do" href={exported} download="ledger.csv">
          {texts.ledger.csv}
        </a>
        <a className="do" href={`${exported}${exported.includes("?") ? "&" : "?"}format=json`} download="ledger.json">
          {texts.ledger.json}
        </a>
        <span role="status" className={check.data?.whole === false ? "c-fault" : "note"}>
          {check.data !== undefined &&
            (check.data.whole ? texts.ledger.whole(number(check.data.entries)) : (check.data.warning ?? texts.ledger.broken(check.data.firstBreak ?? 0)))}
        </span>
      </div>
      <ErrorMessage problem={entries.error ?? check.error} />
      {entries.data === undefined && entries.error === null && <Loading />}
      {entries.data !== undefined && (
        <table>
          <colgroup>
            {["64px", "130px", "160px", "190px", "150px", "auto"].map((width, at) => (
              <col key={at} style={{ width }} />
            ))}
          </colgroup>
          <thead>
            <tr>
              <th className="num">{texts.ledger.columns.number}</th>
              <th>{texts.ledger.columns.time}</th>
              <th>{texts.ledger.columns.who}</th>
              <th>{texts.ledger.columns.event}</th>
              <th>{texts.ledger.columns.about}</th>
              <th>{texts.ledger.columns.facts}</th>
            </tr>
          </thead>
          <tbody>
            {found.map((entry) => (
              <tr key={entry.seq}>
                <td className="num">{entry.seq}</td>
                <td>{atSecond(entry.at)}</td>
                <td>{nameOf(entry.principal, names)}</td>
                <td className="name">{entry.event}</td>
                <td>
                  <Subject of={entry.subject} words={nameOf(entry.subject, names)} />
                </td>
                <td className="note">{factsOf(entry.facts)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {found.length === 0 && entries.data !== undefined && <p className="say empty">{texts.ledger.none}</p>}
      {entries.hasNextPage && (
        <Do disabled={entries.isFetchingNextPage} onClick={() => void entries.fetchNextPage()}>
          {texts.ledger.more}
        </Do>
      )}
    </main>
  );
}

/** What an entry is about, with a way to it. */
function Subject({ of, words }: { of: string; words: string }) {
  const [kind, id] = [of.slice(0, of.indexOf(" ")), of.slice(of.indexOf(" ") + 1)];
  if (kind === "job") return <Link className="link" to={`/jobs/${id}`}>{of}</Link>;
  if (kind === "rule") return <Link className="link" to={`/rules/${encodeURIComponent(id)}`}>{of}</Link>;
  return <>{words}</>;
}

