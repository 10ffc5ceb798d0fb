import { type FormEvent, useState } from "react";
import { useLocation } from "react-router";
import { answer, api, base, Problem, type Session } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { textOf } from "../../ui/form";
import { CodeField, Field } from "./Field";

interface SignInPageProps {
  session: Session;
  /** Whether a session has just ended. */
  ended: boolean;
  onIn: () => void;
}

/** The ways to sign in: with a password, through a provider, or both. */
export function SignInPage({ session, ended, onIn }: SignInPageProps) {
  const { pathname, search } = useLocation();
  const refused = new URLSearchParams(search).get("refused");
  const { passwords, openId, directory } = session.ways;
  if (!session.peopleKnown && openId === undefined && directory === undefined) {
    return (
      <main className="door">
        <h1>{texts.door.welcomeTitle}</h1>
        <p className="say">{texts.door.nobody}</p>
        <p className="note">{texts.door.nobodyAgain}</p>
      </main>
    );
  }
  const next = pathname === "/" || pathname === "/sign-in" ? "/today" : pathname;
  const form = <PasswordForm onIn={onIn} quiet={openId !== undefined} />;
  return (
    <main className="door">
      <h1>{texts.door.title}</h1>
      <p className="say">{ended ? texts.door.ended : texts.door.lead}</p>
      {refused !== null && <ErrorMessage problem={refusal(refused)} />}
      {openId !== undefined && (
        <p className="pb-4">
          <a className="do first" href={new URL(`api/v1/session/openid?path=${encodeURIComponent(next)}`, base).href}>
            {texts.door.with(openId)}
          </a>
        </p>
      )}
      {directory !== undefined && <p className="note pb-2">{texts.door.directory(directory)}</p>}
      {passwords || directory !== undefined ? (
        form
      ) : (
        <details>
          <summary>{texts.door.emergency}</summary>
          {form}
        </details>
      )}
    </main>
  );
}

/** Why a sign-in at the provider was refused. */
function refusal(code: string) {
  return new Problem(403, code, texts.door.refused[code] ?? texts.door.refused["sign-in-refused"] ?? "");
}

/** @param quiet whether there is another way that comes first */
function PasswordForm({ onIn, quiet }: { onIn: () => void; quiet: boolean }) {
  const [problem, setProblem] = useState<Problem>();
  const [busy, setBusy] = useState(false);
  const [needsCode, setNeedsCode] = useState(false);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    setBusy(true);
    try {
      await answer(
        api.POST("/api/v1/session", {
          body: { signIn: textOf(form, "signIn"), password: textOf(form, "password"), code: textOf(form, "code") },
        }),
      );
      onIn();
    } catch (refused) {
      const isCodeNeeded = refused instanceof Problem && refused.code === "code-needed";
      setNeedsCode(needsCode || isCodeNeeded);
      setProblem(isCodeNeeded ? undefined : (refused as Problem));
    } finally {
      setBusy(false);
    }
  };
  return (
    <>
      <ErrorMessage problem={problem} />
      <form onSubmit={(event) => void submit(event)}>
        <Field name="signIn" label={texts.door.signIn} autoComplete="username" autoFocus={!quiet} />
        <Field name="password" type="password" label={texts.door.password} autoComplete="current-password" />
        {needsCode && (
          <>
            <p className="say" role="status">
              {texts.door.codeLead}
            </p>
            <CodeField autoFocus />
          </>
        )}
        <Do first={!quiet} type="submit" disabled={busy}>
          {texts.door.button}
        </Do>
      </form>
    </>
  );
}
