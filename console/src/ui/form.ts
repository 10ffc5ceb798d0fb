/** The text typed into a field of a form; empty where there is no such field, or where it holds a file. */
export function textOf(form: FormData, name: string): string {
  const value = form.get(name);
  return typeof value === "string" ? value : "";
}
