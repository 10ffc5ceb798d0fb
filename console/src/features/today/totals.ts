import type { Schemas } from "../../api/client";

export interface Totals {
  cameIn: number;
  matched: number;
  worked: number;
  filed: number;
  failed: number;
  unmatched: number;
  held: number;
  forDestination: number;
  waiting: number;
  working: number;
}

/** All rules of today taken together. */
export function totalsOf(rules: Schemas["RuleToday"][]): Totals {
  const sum = (of: (rule: Schemas["RuleToday"]) => number) => rules.reduce((all, rule) => all + of(rule), 0);
  const inState = (state: string) => sum((rule) => rule.states[state] ?? 0);
  const cameIn = sum((rule) => rule.cameIn);
  const forDestination = sum((rule) => rule.forDestination);
  const waiting = inState("waiting") - forDestination;
  return {
    cameIn,
    matched: sum((rule) => (rule.rule === "" ? 0 : rule.cameIn)),
    worked: inState("filed") + forDestination + inState("in-doubt") + inState("rejected"),
    filed: inState("filed"),
    failed: inState("failed"),
    unmatched: inState("unmatched"),
    held: inState("held"),
    forDestination,
    waiting,
    working: inState("working"),
  };
}
