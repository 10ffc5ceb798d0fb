import { type FormEvent, useState } from "react";
import { answer, api, Problem, type Session } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Field } from "./Field";
import { textOf } from "../../ui/form";

/** The sign-in form. @param ended whether a session has just ended */
export function SignInPage({ session, ended, onIn }: { session: Session; ended: boolean; onIn: () => void }) {
  const [problem, setProblem] = useState<Problem>();
  const [busy, setBusy] = useState(false);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    setBusy(true);
    try {
      await answer(
        api.POST("/api/v1/session", {
          body: { signIn: textOf(form, "signIn"), password: textOf(form, "password") },
        }),
      );
      onIn();
    } catch (refused) {
      setProblem(refused as Problem);
    } finally {
      setBusy(false);
    }
  };
  if (!session.peopleKnown) {
    return (
      <main className="door">
        <h1>{texts.door.welcomeTitle}</h1>
        <p className="say">{texts.door.nobody}</p>
        <p className="note">{texts.door.nobodyAgain}</p>
      </main>
    );
  }
  return (
    <main className="door">
      <h1>{texts.door.title}</h1>
      <p className="say">{ended ? texts.door.ended : texts.door.lead}</p>
      <ErrorMessage problem={problem} />
      <form onSubmit={(event) => void submit(event)}>
        <Field name="signIn" label={texts.door.signIn} autoComplete="username" autoFocus />
        <Field name="password" type="password" label={texts.door.password} autoComplete="current-password" />
        <Do first type="submit" disabled={busy}>
          {texts.door.button}
        </Do>
      </form>
    </main>
  );
}
