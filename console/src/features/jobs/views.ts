/** A filter and its columns under a name, stored in this browser. */
export interface View {
  name: string;
  address: string;
  hidden: string[];
}

const KEPT_AS = "lectomen.jobs.views";

export function keptViews(): View[] {
  return readViews(localStorage.getItem(KEPT_AS));
}

export function keepViews(views: View[]) {
  localStorage.setItem(KEPT_AS, JSON.stringify(views));
}

/** The saved views, without invalid entries. */
export function readViews(text: string | null): View[] {
  try {
    const read: unknown = JSON.parse(text ?? "[]");
    return Array.isArray(read) ? read.filter(isView) : [];
  } catch {
    return [];
  }
}

function isView(read: unknown): read is View {
  const view = read as Partial<View> | null;
  return typeof view?.name === "string" && typeof view.address === "string" && Array.isArray(view.hidden);
}

/** The views with one more; one of the same name is replaced. */
export function withView(views: View[], added: View): View[] {
  const others = views.filter((view) => view.name !== added.name);
  return [...others, added].sort((one, other) => one.name.localeCompare(other.name));
}
