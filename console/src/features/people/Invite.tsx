import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { texts } from "../../texts";
import { ErrorMessage } from "../../ui/ErrorMessage";
import { type ChosenRole, RoleForm } from "./RoleForm";
import { ShownOnce } from "./ShownOnce";

/** Makes a link for a new person. */
export function Invite({ roles, groups }: { roles: Record<string, string[]>; groups: string[] }) {
  const [into, setInto] = useState<Set<string>>(new Set());
  const make = useMutation<Schemas["WelcomeLink"], Problem, ChosenRole>({
    mutationFn: ({ role, rules }) =>
      answer(
        api.POST("/api/v1/welcome-links", {
          params: { query: { role, ...(rules === undefined ? {} : { rules }), ...(into.size === 0 ? {} : { groups: [...into] }) } },
        }),
      ),
  });
  if (make.data !== undefined) {
    return <ShownOnce lead={texts.people.linkLead} text={new URL(make.data.path.slice(1), document.baseURI).href} />;
  }
  return (
    <>
      <p className="note pb-2">{texts.people.inviteLead}</p>
      <ErrorMessage problem={make.error} />
      <RoleForm roles={roles} present={{ role: "operator" }} button={texts.people.makeLink} busy={make.isPending} onDone={(chosen) => make.mutate(chosen)}>
        {groups.length > 0 && (
          <fieldset className="pb-2">
            <legend className="note">{texts.people.groups}</legend>
            {groups.map((group) => (
              <label key={group} className="tick">
                <input
                  type="checkbox"
                  checked={into.has(group)}
                  onChange={() => {
                    const next = new Set(into);
                    if (!next.delete(group)) next.add(group);
                    setInto(next);
                  }}
                />
                {group}
              </label>
            ))}
          </fieldset>
        )}
      </RoleForm>
    </>
  );
}
