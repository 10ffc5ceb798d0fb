import { describe, expect, it } from "vitest";
import { texts } from "../texts";
import { nameOf } from "./people";

const PEOPLE = [
  { principal: "person 1", name: "Tess Quill" },
  { principal: "person 2", name: "Edwin Tarrow" },
];

describe("who did something", () => {
  it.each([
    ["person 2", "Edwin Tarrow"],
    ["owner", texts.rules.owner],
    ["service", "service"],
    ["person 9", "person 9"],
  ])("%s is called %s", (principal, name) => expect(nameOf(principal, PEOPLE)).toBe(name));
});
