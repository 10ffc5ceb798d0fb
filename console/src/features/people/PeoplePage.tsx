import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { answer, api } from "../../api/client";
import { useKeys } from "../../keys";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { EntryList } from "../../ui/EntryList";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { Loading } from "../../ui/Loading";
import { Panel } from "../../ui/Panel";
import { useRows } from "../../ui/useRows";
import { AccountPanel } from "./AccountPanel";
import { GroupPanel, NewGroup } from "./GroupPanel";
import { Invite } from "./Invite";
import { NewToken } from "./NewToken";
import { roleWords } from "./roles";
import { TokenPanel } from "./TokenPanel";

type Over = "nothing" | "invite" | "token" | "group";

/** People, groups and tokens, each with its roles. */
export function PeoplePage() {
  const accounts = useQuery({ queryKey: ["GET", "/accounts"], queryFn: () => answer(api.GET("/api/v1/accounts")) });
  const groups = useQuery({ queryKey: ["GET", "/groups"], queryFn: () => answer(api.GET("/api/v1/groups")) });
  const tokens = useQuery({ queryKey: ["GET", "/tokens"], queryFn: () => answer(api.GET("/api/v1/tokens")) });
  const [params, setParams] = useSearchParams();
  const [over, setOver] = useState<Over>("nothing");
  const shown = params.get("of") ?? "";
  const entries = [
    ...(accounts.data?.accounts ?? []).map((one) => ({
      of: `person:${one.id}`,
      name: one.name,
      note: one.disabledAt === undefined ? roleWords(one.roles) : texts.people.disabled,
    })),
    ...(groups.data?.groups ?? []).map((one) => ({ of: `group:${one.name}`, name: one.name, note: texts.people.members(one.members.length) })),
    ...(tokens.data?.tokens ?? [])
      .filter((one) => one.revokedAt === undefined)
      .map((one) => ({ of: `token:${one.id}`, name: one.name, note: roleWords(one.roles) })),
  ];
  const rows = useRows(entries.length, 0);
  const show = (of: string | undefined) => of !== undefined && setParams({ of }, { replace: true });
  useKeys([
    { keys: ["j", "ArrowDown"], words: texts.key.move, act: rows.down, caps: ["j", "k"], shown: true },
    { keys: ["k", "ArrowUp"], words: `${texts.key.move} ↑`, act: rows.up },
    { keys: ["Enter"], words: texts.key.open, act: () => show(entries[rows.at]?.of), shown: true },
    { keys: ["n"], words: texts.people.invite.toLowerCase(), act: () => setOver("invite"), shown: true, needs: "manage people" },
  ]);
  if (accounts.data === undefined || groups.data === undefined || tokens.data === undefined) {
    return (
      <main className="tables">
        <ErrorMessage problem={accounts.error ?? groups.error ?? tokens.error} />
        <Loading />
      </main>
    );
  }
  const account = accounts.data.accounts.find((one) => `person:${one.id}` === shown);
  const group = groups.data.groups.find((one) => `group:${one.name}` === shown);
  const token = tokens.data.tokens.find((one) => `token:${one.id}` === shown);
  const list = (kind: string, none: string, people = false) => (
    <EntryList
      entries={entries}
      kind={kind}
      none={none}
      at={entries[rows.at]}
      shown={shown}
      people={people}
      onShow={(entry) => {
        rows.to(entries.indexOf(entry));
        show(entry.of);
      }}
    />
  );
  const close = () => setOver("nothing");
  return (
    <main className="tables">
      <h1>{texts.people.title(accounts.data.accounts.length)}</h1>
      <nav aria-label={texts.pages.people}>
        <h2 className="part">{texts.people.people}</h2>
        {list("person", texts.people.nobody, true)}
        <p className="make">
          <Do needs="manage people" cap="n" onClick={() => setOver("invite")}>
            {texts.people.invite}
          </Do>
        </p>
        <h2 className="part">{texts.people.groups}</h2>
        {list("group", texts.people.noGroups)}
        <p className="make">
          <Do needs="manage people" onClick={() => setOver("group")}>
            {texts.people.newGroup}
          </Do>
        </p>
        <h2 className="part">{texts.people.tokens}</h2>
        {list("token", texts.people.noTokens)}
        <p className="make">
          <Do needs="manage people" onClick={() => setOver("token")}>
            {texts.people.newToken}
          </Do>
        </p>
      </nav>
      {account !== undefined && <AccountPanel key={account.id} account={account} everybody={accounts.data} />}
      {group !== undefined && <GroupPanel key={group.name} group={group} everybody={accounts.data} />}
      {token !== undefined && <TokenPanel key={token.id} token={token} />}
      {account === undefined && group === undefined && token === undefined && <p className="note">{texts.people.choose}</p>}
      {over === "invite" && (
        <Panel title={texts.people.inviteTitle} onClose={close}>
          <Invite roles={accounts.data.roles} groups={groups.data.groups.map((one) => one.name)} />
        </Panel>
      )}
      {over === "token" && (
        <Panel title={texts.people.newToken} onClose={close}>
          <NewToken roles={accounts.data.roles} />
        </Panel>
      )}
      {over === "group" && (
        <Panel title={texts.people.newGroup} onClose={close}>
          <NewGroup
            onMade={(name) => {
              close();
              show(`group:${name}`);
            }}
          />
        </Panel>
      )}
    </main>
  );
}
