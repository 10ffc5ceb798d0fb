import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { answer, api, type Problem } from "../api/client";
import type { Permission } from "../permissions";
import { texts } from "../texts";
import { Do } from "./Button";
import { ErrorMessage } from "./ErrorMessage";
import { at } from "./time";

/** Where a person is signed in. @param mayEnd what it takes to end a session; absent for one's own */
export function Sessions({ person, mayEnd }: { person: number; mayEnd?: Permission }) {
  const queries = useQueryClient();
  const path = { id: person };
  const sessions = useQuery({
    queryKey: ["GET", "/accounts", person, "sessions"],
    queryFn: () => answer(api.GET("/api/v1/accounts/{id}/sessions", { params: { path } })),
  });
  const end = useMutation<unknown, Problem, string>({
    mutationFn: (session) => answer(api.DELETE("/api/v1/accounts/{id}/sessions/{session}", { params: { path: { ...path, session } } })),
    onSettled: () => queries.invalidateQueries(),
  });
  return (
    <section className="pt-3" aria-label={texts.people.sessions}>
      <h3 className="part">{texts.people.sessions}</h3>
      <ErrorMessage problem={sessions.error ?? end.error} />
      <ol className="list">
        {(sessions.data?.sessions ?? []).map((one) => (
          <li key={one.id}>
            <span />
            <div className="min-w-0">
              <p className="note">
                {texts.people.session(at(one.signedInAt), at(one.seenAt), one.address)}
                <br />
                {one.browser}
              </p>
            </div>
            <span className="acts">
              <Do {...(mayEnd === undefined ? {} : { needs: mayEnd })} disabled={end.isPending} onClick={() => end.mutate(one.id)}>
                {texts.people.endSession}
              </Do>
            </span>
          </li>
        ))}
      </ol>
      {sessions.data?.sessions.length === 0 && <p className="note">{texts.people.noSessions}</p>}
    </section>
  );
}
