import { useEffect, useState } from "react";

const PREFIX = "lectomen.rule.";

/**
 * A text that is not lost with the page: what was written and not saved yet is found again, also after the browser ended.
 *
 * @param before what it is where nothing was written
 */
export function useKept(name: string, before: string) {
  const key = PREFIX + name;
  const [isFound] = useState(() => localStorage.getItem(key) !== null);
  const [text, setText] = useState(() => localStorage.getItem(key) ?? before);
  const [elsewhere, setElsewhere] = useState<string>();
  useEffect(() => {
    if (text === before) localStorage.removeItem(key);
    else localStorage.setItem(key, text);
  }, [key, text, before]);
  // Another window of this browser writes the same rule: that is told, and neither writes over what the other shows.
  useEffect(() => {
    const changed = (event: StorageEvent) => event.key === key && event.newValue !== null && setElsewhere(event.newValue);
    window.addEventListener("storage", changed);
    return () => window.removeEventListener("storage", changed);
  }, [key]);
  return [text, setText, { isFound, elsewhere: elsewhere === text ? undefined : elsewhere, forget: () => localStorage.removeItem(key) }] as const;
}

/** What is kept of a rule that is being written; nothing where nothing is. */
export const findKept = (name: string) => localStorage.getItem(PREFIX + name) ?? undefined;

/** The value once it has not changed for a while. */
export function useSettled<T>(value: T, millis: number) {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const later = window.setTimeout(() => setSettled(value), millis);
    return () => window.clearTimeout(later);
  }, [value, millis]);
  return settled;
}
