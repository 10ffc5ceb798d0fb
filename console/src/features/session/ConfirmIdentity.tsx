import { type FormEvent, useEffect, useRef, useState } from "react";
import { useLocation } from "react-router";
import { answer, api, base, onConfirmation, type Problem, type Session } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { textOf } from "../../ui/form";
import { Panel } from "../../ui/Panel";
import { CodeField, Field } from "./Field";

/** Asks who is signed in to confirm who they are, whenever a call needs a fresh sign-in. */
export function ConfirmIdentity({ session }: { session: Session }) {
  const [isAsked, setAsked] = useState(false);
  const [problem, setProblem] = useState<Problem>();
  const done = useRef<(confirmed: boolean) => void>(undefined);
  useEffect(() => {
    onConfirmation(() => {
      setProblem(undefined);
      setAsked(true);
      return new Promise((resolve) => {
        done.current = resolve;
      });
    });
    return () => onConfirmation(undefined);
  }, []);
  const end = (confirmed: boolean) => {
    setAsked(false);
    done.current?.(confirmed);
  };
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    event.stopPropagation();
    const form = new FormData(event.currentTarget);
    try {
      await answer(api.POST("/api/v1/session/proof", { body: { password: textOf(form, "password"), code: textOf(form, "code") } }));
      end(true);
    } catch (refused) {
      setProblem(refused as Problem);
    }
  };
  const wrong = problem?.parameter === "password" ? problem.message : undefined;
  if (!isAsked) return null;
  return (
    <Panel title={texts.confirm.title} onClose={() => end(false)}>
      <p className="say pb-2">{texts.confirm.lead}</p>
      {wrong === undefined && <ErrorMessage problem={problem} />}
      {session.hasPassword ? (
        <form onSubmit={(event) => void submit(event)}>
          <Field name="password" type="password" label={texts.door.password} autoComplete="current-password" wrong={wrong} autoFocus />
          {session.secondFactor && <CodeField />}
          <Do first type="submit">
            {texts.confirm.button}
          </Do>
        </form>
      ) : (
        <AtProvider provider={session.ways.openId ?? ""} />
      )}
    </Panel>
  );
}

function AtProvider({ provider }: { provider: string }) {
  const { pathname } = useLocation();
  return (
    <>
      <p className="note pb-2">{texts.confirm.after}</p>
      <a className="do first" href={new URL(`api/v1/session/openid?proof=true&path=${encodeURIComponent(pathname)}`, base).href}>
        {texts.confirm.at(provider)}
      </a>
    </>
  );
}
