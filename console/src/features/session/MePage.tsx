import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { answer, api, type Problem, prove, type Schemas, type Session } from "../../api/client";
import { usePeople } from "../../api/queries";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { textOf } from "../../ui/form";
import { Sessions } from "../../ui/Sessions";
import { CodeField, Field } from "./Field";
import { NoticeChoices } from "./NoticeChoices";
import { SecondFactor } from "./SecondFactor";

interface MePageProps {
  session: Session;
  person: Schemas["PersonView"];
  onChange: () => void;
}

/** One's own account: password, second factor, notices, absence and sessions. */
export function MePage({ session, person, onChange }: MePageProps) {
  return (
    <main className="me-page">
      <h1>{person.name}</h1>
      <p className="note">{texts.people.signIn(person.signIn)}</p>
      {session.hasPassword && <NewPassword session={session} />}
      {session.hasPassword && <SecondFactor session={session} onChange={onChange} />}
      <NoticeChoices person={person.id} />
      <Absence person={person} />
      <Sessions person={person.id} />
    </main>
  );
}

function NewPassword({ session }: { session: Session }) {
  const queries = useQueryClient();
  const [isDone, setDone] = useState(false);
  const change = useMutation<Schemas["SessionView"], Problem, { present: string; password: string; code: string }>({
    mutationFn: (body) => answer(api.PUT("/api/v1/session/password", { body })),
    onSuccess: (session) => {
      prove(session.forgeryToken);
      setDone(true);
    },
    onSettled: () => queries.invalidateQueries(),
  });
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    event.currentTarget.reset();
    change.mutate({ present: textOf(form, "present"), password: textOf(form, "password"), code: textOf(form, "code") });
  };
  const wrong = (field: string) => (change.error?.parameter === field ? change.error.message : undefined);
  return (
    <section aria-label={texts.me.password}>
      <h2 className="part">{texts.me.password}</h2>
      {change.error?.parameter === undefined && <ErrorMessage problem={change.error} />}
      <form onSubmit={submit}>
        <Field name="present" type="password" label={texts.me.present} autoComplete="current-password" wrong={wrong("present")} />
        <Field name="password" type="password" label={texts.me.newOne} hint={texts.door.passwordHint} autoComplete="new-password" wrong={wrong("password")} />
        {session.secondFactor && <CodeField />}
        <Do type="submit" disabled={change.isPending}>
          {texts.me.change}
        </Do>{" "}
        <span role="status" className="note">
          {isDone && !change.isError ? texts.me.changed : ""}
        </span>
      </form>
    </section>
  );
}

function Absence({ person }: { person: Schemas["PersonView"] }) {
  const queries = useQueryClient();
  const people = usePeople();
  const [said, setSaid] = useState("");
  const away = useMutation<Schemas["Account"], Problem, { until?: string; delegate?: number }>({
    mutationFn: (body) =>
      answer(api.PUT("/api/v1/accounts/{id}/absence", { params: { path: { id: person.id } }, body: body as Schemas["Absence"] })),
    onSuccess: (account) => setSaid(account.awayUntil === undefined ? texts.me.back : texts.me.awaySaid),
    onSettled: () => queries.invalidateQueries(),
  });
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const delegate = Number(textOf(form, "delegate"));
    away.mutate({ until: new Date(`${textOf(form, "until")}T00:00`).toISOString(), ...(delegate === 0 ? {} : { delegate }) });
  };
  return (
    <section aria-label={texts.me.absence}>
      <h2 className="part">{texts.me.absence}</h2>
      <p className="note">{texts.me.absenceLead}</p>
      <ErrorMessage problem={away.error} />
      <form onSubmit={submit}>
        <Field name="until" type="date" label={texts.me.until} />
        <div className="field">
          <label htmlFor="delegate">{texts.me.delegate}</label>
          <select id="delegate" name="delegate" defaultValue="">
            <option value="">{texts.me.nobody}</option>
            {(people.data?.people ?? [])
              .filter((one) => one.id !== person.id)
              .map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
          </select>
        </div>
        <Do type="submit" disabled={away.isPending}>
          {texts.me.setAway}
        </Do>{" "}
        <Do disabled={away.isPending} onClick={() => away.mutate({})}>
          {texts.me.setBack}
        </Do>{" "}
        <span role="status" className="note">
          {said}
        </span>
      </form>
    </section>
  );
}
