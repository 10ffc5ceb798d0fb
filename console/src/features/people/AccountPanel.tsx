import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Panel } from "../../ui/Panel";
import { Sessions } from "../../ui/Sessions";
import { at } from "../../ui/time";
import { LinkForm } from "./LinkForm";
import { type ChosenRole, RoleForm } from "./RoleForm";
import { roleWords } from "./roles";
import { ShownOnce } from "./ShownOnce";

/** A person: roles, groups, absence, sessions, and what administrators do with an account. */
export function AccountPanel({ account, everybody }: { account: Schemas["Account"]; everybody: Schemas["AccountList"] }) {
  const queries = useQueryClient();
  const [isChanging, setChanging] = useState(false);
  const [isLinking, setLinking] = useState(false);
  const session = useQuery({ queryKey: ["GET", "/session"], queryFn: () => answer(api.GET("/api/v1/session")), staleTime: Infinity });
  const hasOthers = session.data?.ways.openId !== undefined || session.data?.ways.directory !== undefined;
  const path = { id: account.id };
  const roles = useMutation<unknown, Problem, ChosenRole>({
    mutationFn: (chosen) =>
      answer(api.PUT("/api/v1/accounts/{id}/roles", { params: { path }, body: { roles: [chosen] } })),
    onSuccess: () => setChanging(false),
    onSettled: () => queries.invalidateQueries(),
  });
  const change = useMutation<unknown, Problem, "disable" | "enable">({
    mutationFn: (what) =>
      what === "disable"
        ? answer(api.POST("/api/v1/accounts/{id}/disable", { params: { path } }))
        : answer(api.POST("/api/v1/accounts/{id}/enable", { params: { path } })),
    onSettled: () => queries.invalidateQueries(),
  });
  const link = useMutation<Schemas["WelcomeLink"], Problem>({
    mutationFn: () => answer(api.POST("/api/v1/accounts/{id}/password-link", { params: { path } })),
  });
  const factor = useMutation<unknown, Problem>({
    mutationFn: () => answer(api.DELETE("/api/v1/accounts/{id}/second-factor", { params: { path } })),
    onSettled: () => queries.invalidateQueries(),
  });
  const delegate = everybody.accounts.find((one) => one.id === account.delegate)?.name;
  return (
    <section className="table" aria-label={account.name}>
      <div className="top">
        <h2 className="part">{account.name}</h2>
        <span className="note">{texts.people.signIn(account.signIn)}</span>
        <span className="acts ml-auto">
          <Do needs="manage people" onClick={() => setChanging(true)}>
            {texts.people.changeRole}
          </Do>
          <Do needs="manage people" disabled={link.isPending} onClick={() => link.mutate()}>
            {texts.people.newPassword}
          </Do>
          {hasOthers && account.signsInAt.length === 0 && (
            <Do needs="manage people" onClick={() => setLinking(true)}>
              {texts.people.linkSignIn}
            </Do>
          )}
          {account.secondFactor && (
            <Do needs="manage people" disabled={factor.isPending} onClick={() => factor.mutate()}>
              {texts.people.removeFactor}
            </Do>
          )}
          <Do needs="manage people" disabled={change.isPending} onClick={() => change.mutate(account.disabledAt === undefined ? "disable" : "enable")}>
            {account.disabledAt === undefined ? texts.people.disable : texts.people.enable}
          </Do>
        </span>
      </div>
      <ErrorMessage problem={roles.error ?? change.error ?? link.error ?? factor.error} />
      {link.data !== undefined && <ShownOnce lead={texts.people.passwordLead} text={new URL(link.data.path.slice(1), document.baseURI).href} />}
      {account.disabledAt !== undefined && <p className="say c-fault">{texts.people.disabledAt(at(account.disabledAt))}</p>}
      <p className="say">{texts.people.is(roleWords(account.roles))}</p>
      {account.groups.length > 0 && <p className="say">{texts.people.inGroups(account.groups)}</p>}
      {account.awayUntil !== undefined && <p className="say">{texts.people.away(at(account.awayUntil), delegate)}</p>}
      {account.signsInAt.length > 0 && <p className="say">{texts.people.signsInAt(account.signsInAt)}</p>}
      {account.secondFactor && <p className="say">{texts.people.hasFactor}</p>}
      <Sessions person={account.id} mayEnd="manage people" />
      {isLinking && (
        <Panel title={texts.people.linkSignIn} onClose={() => setLinking(false)}>
          <LinkForm account={account} onDone={() => setLinking(false)} />
        </Panel>
      )}
      {isChanging && (
        <Panel title={texts.people.changeRole} onClose={() => setChanging(false)}>
          <ErrorMessage problem={roles.error} />
          <RoleForm
            roles={everybody.roles}
            present={account.roles[0] ?? { role: "operator" }}
            button={texts.people.setRole}
            busy={roles.isPending}
            onDone={(chosen) => roles.mutate(chosen)}
          />
        </Panel>
      )}
    </section>
  );
}
