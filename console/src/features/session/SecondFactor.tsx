import { useMutation } from "@tanstack/react-query";
import type { FormEvent } from "react";
import { answer, api, type Problem, type Schemas, type Session } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { textOf } from "../../ui/form";
import { Field } from "./Field";

/** Sets up one's second factor, or turns it off. @param onChange called when signing in takes something else from now on */
export function SecondFactor({ session, onChange }: { session: Session; onChange: () => void }) {
  const begin = useMutation<Schemas["SetUpView"], Problem>({
    mutationFn: () => answer(api.POST("/api/v1/session/second-factor")),
  });
  const confirm = useMutation<Schemas["RecoveryCodes"], Problem, string>({
    mutationFn: (code) => answer(api.PUT("/api/v1/session/second-factor", { body: { code } })),
    onSuccess: () => session.secondFactorDue || onChange(),
  });
  const remove = useMutation<unknown, Problem>({
    mutationFn: () => answer(api.DELETE("/api/v1/session/second-factor")),
    onSuccess: () => {
      begin.reset();
      confirm.reset();
      onChange();
    },
  });
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    confirm.mutate(textOf(new FormData(event.currentTarget), "code"));
  };
  const wrong = confirm.error?.parameter === "code" ? confirm.error.message : undefined;
  return (
    <section aria-label={texts.factor.title}>
      <h2 className="part">{texts.factor.title}</h2>
      <ErrorMessage problem={begin.error ?? remove.error ?? (wrong === undefined ? confirm.error : null)} />
      {confirm.data !== undefined ? (
        <Recovery codes={confirm.data.recoveryCodes} onGoOn={session.secondFactorDue ? onChange : undefined} />
      ) : begin.data !== undefined ? (
        <form onSubmit={submit}>
          <p className="say pb-2">{texts.factor.scan}</p>
          <QrCode rows={begin.data.picture} />
          <p className="pb-2">
            {texts.factor.key}: <span className="name">{begin.data.secret}</span>
          </p>
          <Field name="code" label={texts.factor.code} autoComplete="one-time-code" inputMode="numeric" wrong={wrong} autoFocus />
          <Do first type="submit" disabled={confirm.isPending}>
            {texts.factor.confirm}
          </Do>
        </form>
      ) : session.secondFactor ? (
        <>
          <p className="note pb-2">{texts.factor.on}</p>
          <Do disabled={remove.isPending} onClick={() => remove.mutate()}>
            {texts.factor.remove}
          </Do>
        </>
      ) : (
        <>
          <p className="note pb-2">{session.secondFactorDue ? texts.factor.due : texts.factor.off}</p>
          <Do disabled={begin.isPending} onClick={() => begin.mutate()}>
            {texts.factor.setUp}
          </Do>
        </>
      )}
    </section>
  );
}

function Recovery({ codes, onGoOn }: { codes: string[]; onGoOn?: (() => void) | undefined }) {
  return (
    <div role="status">
      <p className="say pb-2">{texts.factor.recovery}</p>
      <ul className="recovery name">
        {codes.map((code) => (
          <li key={code}>{code}</li>
        ))}
      </ul>
      {onGoOn !== undefined && (
        <Do first onClick={onGoOn}>
          {texts.factor.goOn}
        </Do>
      )}
    </div>
  );
}

/** A QR code: dark fields on light in either colour scheme, as cameras expect. */
function QrCode({ rows }: { rows: string[] }) {
  const path = rows.flatMap((row, y) => [...row].flatMap((field, x) => (field === "#" ? `M${x} ${y}h1v1h-1z` : []))).join("");
  return (
    <svg className="qrcode" role="img" aria-label={texts.factor.picture} viewBox={`0 0 ${rows.length} ${rows.length}`}>
      <rect width={rows.length} height={rows.length} fill="#fff" />
      <path d={path} fill="#000" shapeRendering="crispEdges" />
    </svg>
  );
}
