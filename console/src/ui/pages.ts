import { texts } from "../texts";

/** The pages of the console, in the order of its index, with the key behind G. */
export const PAGES = [
  { path: "/today", words: texts.pages.today, key: "t" },
  { path: "/jobs", words: texts.pages.jobs, key: "j" },
  { path: "/desk", words: texts.pages.desk, key: "d" },
  { path: "/rules", words: texts.pages.rules, key: "r" },
  { path: "/tables", words: texts.pages.tables, key: "b" },
];
