import { some } from "../../ui/time";

export const changesTexts = {
  title: "What would change",
  key: "what would change",
  lead: (done: number, all: number) => (done < all ? `Compared ${done} of ${some(all, "filed document", "filed documents")}…` : `Compared ${some(all, "filed document", "filed documents")}.`),
  none: "No document of this rule has been filed yet.",
  same: (same: number, all: number) => `${same} of ${all} would be filed as before.`,
  sameField: (same: number, all: number, field: string) => `${field} would be read as it was filed in ${same} of ${all}.`,
  last: "Documents",
  lastOption: (count: number) => `the last ${count}`,
  what: "What",
  was: "Filed",
  would: "Would be",
  nothing: "nothing",
  kinds: { ending: "result", name: "name", folder: "folder" } as Record<string, string>,
  compare: "Compare with filed documents",
  draft: "Save as a draft",
  otherWay: "Another suggestion",
};
