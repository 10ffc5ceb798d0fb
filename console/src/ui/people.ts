import { texts } from "../texts";

/** The name behind a principal: a person's, or the owner of the home. */
export function nameOf(principal: string, people: { principal: string; name: string }[]): string {
  if (principal === "owner") return texts.rules.owner;
  return people.find((person) => person.principal === principal)?.name ?? principal;
}
