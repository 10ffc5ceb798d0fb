import { createContext, type ReactNode, useContext, useLayoutEffect, useMemo, useRef, useState } from "react";
import { type Permission, useMay } from "./permissions";

/** An action of a key on the present page. Keys are named as in {@link KeyboardEvent.key}; two in a row with a space between. */
export interface KeyDeed {
  keys: string[];
  words: string;
  act: () => void;
  /** Shown in the line at the foot, not only on the sheet of all keys. */
  shown?: boolean;
  /** Without this permission the key does nothing and is not shown. */
  needs?: Permission;
  /** The label of the key; the first key where this is not set. */
  caps?: string[];
}

interface Registry {
  put: (scope: symbol, deeds: KeyDeed[]) => void;
  take: (scope: symbol) => void;
}

const RegistryContext = createContext<Registry>({ put: () => {}, take: () => {} });
const DeedsContext = createContext<KeyDeed[]>([]);

const SEQUENCE_MILLIS = 1_500;

function isTyping(target: EventTarget | null) {
  return target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));
}

/** Whether a press belongs to an open menu or dialog, which has its own keys. */
function isInsideOverlay(target: EventTarget | null) {
  return target instanceof Element && target.closest("[role=menu],[role=dialog]") !== null;
}

function matches(pressed: string, pending: string, keys: string[]) {
  const sequence = pending === "" ? pressed : `${pending} ${pressed}`;
  return keys.includes(sequence);
}

export function KeyProvider({ children }: { children: ReactNode }) {
  const [scopes, setScopes] = useState<Map<symbol, KeyDeed[]>>(new Map());
  const deeds = useMemo(() => [...scopes.values()].reverse().flat(), [scopes]);
  const current = useRef(deeds);
  current.current = deeds;
  const pending = useRef({ key: "", until: 0 });

  // Never changes: components that register keys must not render again when others do.
  const registry = useMemo<Registry>(
    () => ({
      put: (scope: symbol, own: KeyDeed[]) => setScopes((before) => new Map(before).set(scope, own)),
      take: (scope: symbol) =>
        setScopes((before) => {
          const after = new Map(before);
          after.delete(scope);
          return after;
        }),
    }),
    [],
  );

  useLayoutEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isInsideOverlay(event.target)) return;
      if (isTyping(event.target) && !(event.key === "Escape" || event.key === "F1")) return;
      const own = event.target instanceof Element && event.target.closest("button,a,summary") !== null;
      if (own && (event.key === "Enter" || event.key === " ")) return;
      const key = event.key.length === 1 ? event.key.toLowerCase() : event.key;
      const first = pending.current.until > Date.now() ? pending.current.key : "";
      pending.current = { key: "", until: 0 };
      const deed =
        current.current.find((one) => matches(key, first, one.keys)) ??
        current.current.find((one) => matches(key, "", one.keys));
      if (deed !== undefined) {
        event.preventDefault();
        deed.act();
      } else if (current.current.some((one) => one.keys.some((keys) => keys.startsWith(`${key} `)))) {
        event.preventDefault();
        pending.current = { key, until: Date.now() + SEQUENCE_MILLIS };
      }
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);

  return (
    <RegistryContext.Provider value={registry}>
      <DeedsContext.Provider value={deeds}>{children}</DeedsContext.Provider>
    </RegistryContext.Provider>
  );
}

/** Lets keys do something as long as the calling part is shown. */
export function useKeys(all: KeyDeed[]) {
  const may = useMay();
  const deeds = all.filter((deed) => deed.needs === undefined || may(deed.needs));
  const { put, take } = useContext(RegistryContext);
  const scope = useRef(Symbol("keys"));
  const own = useRef(deeds);
  own.current = deeds;
  const shape = JSON.stringify(deeds.map((deed) => [deed.keys, deed.words, deed.shown]));
  // Before the part is painted: a key that is pressed at sight must not be lost.
  useLayoutEffect(() => {
    const id = scope.current;
    put(
      id,
      own.current.map((deed, at) => ({ ...deed, act: () => own.current[at]?.act() })),
    );
    return () => take(id);
    // The shape stands for the deeds; what they do is looked up when a key is pressed.
  }, [shape, put, take]);
}

export function useAllKeys() {
  return useContext(DeedsContext);
}

const NAMES: Record<string, string> = {
  Escape: "Esc",
  ArrowDown: "↓",
  ArrowUp: "↑",
  ArrowLeft: "←",
  ArrowRight: "→",
};

/** How a key is written on a cap. */
export function capOf(key: string) {
  return NAMES[key] ?? (key.length === 1 ? key.toUpperCase() : key);
}
