import { type ReactNode, useState } from "react";
import { useRules } from "../../api/queries";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { Choice } from "../../ui/Choice";

/** A role and what it is limited to. */
export interface ChosenRole {
  role: string;
  rules?: string[];
}

interface RoleFormProps {
  roles: Record<string, string[]>;
  present: ChosenRole;
  button: string;
  busy: boolean;
  onDone: (chosen: ChosenRole) => void;
  children?: ReactNode;
}

/** Chooses a role, shows what it allows, and limits it to some rules. */
export function RoleForm({ roles, present, button, busy, onDone, children }: RoleFormProps) {
  const rules = useRules();
  const [role, setRole] = useState(present.role);
  const [limits, setLimits] = useState<Set<string>>(new Set(present.rules));
  const [isLimited, setLimited] = useState(present.rules !== undefined);
  return (
    <form
      className="pb-3"
      onSubmit={(event) => {
        event.preventDefault();
        onDone(isLimited ? { role, rules: [...limits] } : { role });
      }}
    >
      <p className="say pb-2">
        {texts.people.asRole}
        <Choice label={texts.people.role} value={role} options={Object.keys(roles).map((one) => ({ value: one, words: one }))} onChoose={setRole} />
        {texts.people.forWhat}
        <Choice
          label={texts.people.scope}
          value={isLimited ? "some" : "all"}
          options={[
            { value: "all", words: texts.people.all },
            { value: "some", words: texts.people.some },
          ]}
          onChoose={(chosen) => setLimited(chosen === "some")}
        />
        .
      </p>
      <p className="note pb-2">{texts.people.may(roles[role] ?? [])}</p>
      {isLimited && (
        <fieldset className="pb-2">
          <legend className="note">{texts.people.rules}</legend>
          {(rules.data?.rules ?? []).map((rule) => (
            <label key={rule.id} className="tick">
              <input
                type="checkbox"
                checked={limits.has(rule.id)}
                onChange={() => {
                  const next = new Set(limits);
                  if (!next.delete(rule.id)) next.add(rule.id);
                  setLimits(next);
                }}
              />
              {rule.id}
            </label>
          ))}
        </fieldset>
      )}
      {children}
      <Do first type="submit" disabled={busy || (isLimited && limits.size === 0)}>
        {button}
      </Do>
    </form>
  );
}
