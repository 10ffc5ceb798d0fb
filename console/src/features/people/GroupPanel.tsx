import { useMutation, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { answer, api, type Problem, type Schemas } from "../../api/client";
import { useMay } from "../../permissions";
import { texts } from "../../texts";
import { Do } from "../../ui/Button";
import { ErrorMessage } from "../../ui/ErrorMessage";

/** A group and its members. */
export function GroupPanel({ group, everybody }: { group: Schemas["GroupView"]; everybody: Schemas["AccountList"] }) {
  const queries = useQueryClient();
  const may = useMay();
  const set = useMutation<unknown, Problem, number[]>({
    mutationFn: (members) => answer(api.PUT("/api/v1/groups/{name}/members", { params: { path: { name: group.name } }, body: { members } })),
    onSettled: () => queries.invalidateQueries(),
  });
  const remove = useMutation<unknown, Problem>({
    mutationFn: () => answer(api.DELETE("/api/v1/groups/{name}", { params: { path: { name: group.name } } })),
    onSettled: () => queries.invalidateQueries(),
  });
  const toggle = (id: number) =>
    set.mutate(group.members.includes(id) ? group.members.filter((one) => one !== id) : [...group.members, id]);
  return (
    <section className="table" aria-label={group.name}>
      <div className="top">
        <h2 className="name">{group.name}</h2>
        <span className="note">{texts.people.members(group.members.length)}</span>
        <Do needs="manage people" disabled={remove.isPending} onClick={() => remove.mutate()}>
          {texts.people.removeGroup}
        </Do>
      </div>
      <ErrorMessage problem={set.error ?? remove.error} />
      <p className="note pb-2">{texts.people.groupLead}</p>
      <fieldset>
        <legend className="part">{texts.people.membersTitle}</legend>
        {everybody.accounts.map((person) => (
          <label key={person.id} className="tick">
            <input
              type="checkbox"
              checked={group.members.includes(person.id)}
              disabled={!may("manage people") || set.isPending}
              onChange={() => toggle(person.id)}
            />
            {person.name}
          </label>
        ))}
      </fieldset>
    </section>
  );
}

/** Makes a group. */
export function NewGroup({ onMade }: { onMade: (name: string) => void }) {
  const queries = useQueryClient();
  const [name, setName] = useState("");
  const make = useMutation<unknown, Problem>({
    mutationFn: () => answer(api.POST("/api/v1/groups", { body: { name: name.trim() } })),
    onSuccess: () => onMade(name.trim()),
    onSettled: () => queries.invalidateQueries(),
  });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    make.mutate();
  };
  return (
    <form onSubmit={submit}>
      <ErrorMessage problem={make.error} />
      <div className="field">
        <label htmlFor="group-name">{texts.people.groupName}</label>
        <input id="group-name" value={name} onChange={(event) => setName(event.target.value)} autoFocus required />
        <span className="note">{texts.people.groupNameHint}</span>
      </div>
      <Do first type="submit" disabled={name.trim() === "" || make.isPending}>
        {texts.people.newGroup}
      </Do>
    </form>
  );
}
