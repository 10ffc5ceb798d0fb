import { useMutation, useQueryClient } from "@tanstack/react-query";
import type { FormEvent } from "react";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { textOf } from "../../ui/form";

/** Links an account with a person of a provider or directory. */
export function LinkForm({ account, onDone }: { account: Schemas["Account"]; onDone: () => void }) {
  const queries = useQueryClient();
  const link = useMutation<unknown, Problem, Schemas["IdentityForm"]>({
    mutationFn: (body) => answer(api.PUT("/api/v1/accounts/{id}/identity", { params: { path: { id: account.id } }, body })),
    onSuccess: onDone,
    onSettled: () => queries.invalidateQueries(),
  });
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    link.mutate({ provider: textOf(form, "provider"), subject: textOf(form, "subject") });
  };
  return (
    <form onSubmit={submit}>
      <p className="note pb-2">{texts.people.linkSignInLead}</p>
      <ErrorMessage problem={link.error} />
      <div className="field">
        <label htmlFor="provider">{texts.people.linkAt}</label>
        <select id="provider" name="provider" autoFocus>
          {Object.entries(texts.people.providers).map(([provider, words]) => (
            <option key={provider} value={provider}>
              {words}
            </option>
          ))}
        </select>
      </div>
      <div className="field">
        <label htmlFor="subject">{texts.people.linkSubject}</label>
        <input id="subject" name="subject" required />
      </div>
      <Do first type="submit" disabled={link.isPending}>
        {texts.people.linkSignIn}
      </Do>
    </form>
  );
}
