import { useEffect, useState } from "react";

const PREFIX = "lectomen.rule.";

/**
 * A text that outlives the page: unsaved text is found again, even after the browser was closed.
 *
 * @param before the text where there is no draft
 */
export function useLocalDraft(name: string, before: string) {
  const key = PREFIX + name;
  const [isFound] = useState(() => localStorage.getItem(key) !== null);
  const [text, setText] = useState(() => localStorage.getItem(key) ?? before);
  const [elsewhere, setElsewhere] = useState<string>();
  useEffect(() => {
    if (text === before) localStorage.removeItem(key);
    else localStorage.setItem(key, text);
  }, [key, text, before]);
  // Another window of this browser edits the same rule: the user is told, and neither overwrites the other.
  useEffect(() => {
    const changed = (event: StorageEvent) => event.key === key && event.newValue !== null && setElsewhere(event.newValue);
    window.addEventListener("storage", changed);
    return () => window.removeEventListener("storage", changed);
  }, [key]);
  return [text, setText, { isFound, elsewhere: elsewhere === text ? undefined : elsewhere, forget: () => localStorage.removeItem(key) }] as const;
}

/** The draft of a rule; undefined where there is none. */
export const findLocalDraft = (name: string) => localStorage.getItem(PREFIX + name) ?? undefined;

/** The value once it has not changed for a while. */
export function useSettled<T>(value: T, millis: number) {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const later = window.setTimeout(() => setSettled(value), millis);
    return () => window.clearTimeout(later);
  }, [value, millis]);
  return settled;
}
