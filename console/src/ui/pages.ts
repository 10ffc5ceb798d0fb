import type { Permission } from "../permissions";
import { texts } from "../texts";

interface Page {
  path: string;
  words: string;
  key: string;
  /** Without any of them, somebody does not have the page; everybody has it where none is named. */
  needs?: Permission[];
}

/** The pages of the console, in the order of its index, with the key behind G. */
const PAGES: Page[] = [
  { path: "/today", words: texts.pages.today, key: "t", needs: ["see documents"] },
  { path: "/jobs", words: texts.pages.jobs, key: "j", needs: ["see documents"] },
  { path: "/desk", words: texts.pages.desk, key: "d", needs: ["review", "handle documents"] },
  { path: "/rules", words: texts.pages.rules, key: "r", needs: ["see rules"] },
  { path: "/tables", words: texts.pages.tables, key: "b", needs: ["see rules"] },
  { path: "/print", words: texts.pages.print, key: "q", needs: ["see rules"] },
  { path: "/people", words: texts.pages.people, key: "p", needs: ["see people"] },
  { path: "/ledger", words: texts.pages.ledger, key: "l", needs: ["see the ledger"] },
  { path: "/report", words: texts.pages.report, key: "o", needs: ["see documents"] },
  { path: "/inbox", words: texts.pages.inbox, key: "i" },
];

/** Those that somebody has. */
export const pagesFor = (may: (permission: Permission) => boolean) => PAGES.filter((page) => page.needs === undefined || page.needs.some(may));
