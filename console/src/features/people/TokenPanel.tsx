import { useMutation, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { at } from "../../ui/time";
import { roleWords } from "./roles";

/** A token, when it was last used, and a way to revoke it. */
export function TokenPanel({ token }: { token: Schemas["TokenView"] }) {
  const queries = useQueryClient();
  const revoke = useMutation<unknown, Problem>({
    mutationFn: () => answer(api.DELETE("/api/v1/tokens/{id}", { params: { path: { id: token.id } } })),
    onSettled: () => queries.invalidateQueries(),
  });
  return (
    <section className="table" aria-label={token.name}>
      <div className="top">
        <h2 className="name">{token.name}</h2>
        <span className="note">{roleWords(token.roles)}</span>
        {token.revokedAt === undefined && (
          <Do needs="manage people" disabled={revoke.isPending} onClick={() => revoke.mutate()}>
            {texts.people.revoke}
          </Do>
        )}
      </div>
      <ErrorMessage problem={revoke.error} />
      <p className="say">{texts.people.made(at(token.madeAt))}</p>
      <p className="say">{token.expiresAt === undefined ? texts.people.neverExpires : texts.people.expiresAt(at(token.expiresAt))}</p>
      <p className="say">{token.usedAt === undefined ? texts.people.neverUsed : texts.people.usedAt(at(token.usedAt))}</p>
      {token.revokedAt !== undefined && <p className="say c-fault">{texts.people.revokedAt(at(token.revokedAt))}</p>}
    </section>
  );
}
