import { type FocusEvent, type KeyboardEvent, useEffect, useId, useRef, useState } from "react";
import { createPortal } from "react-dom";
import { texts } from "../../../texts";
import type { Fitting } from "../file/offers";

interface ComboProps {
  label: string;
  value: string;
  /** What fits at the caret of what is written. */
  fits: (written: string, caret: number) => Fitting;
  /** Called on each change. */
  onChange: (value: string) => void;
  /** Called when Enter or Escape ends the input. */
  onDone?: () => void;
  /** Called with the chosen option, where choosing ends the input. */
  onTake?: (text: string) => void;
  /** What it says and an example, shown below. */
  note?: string;
  hint?: string;
  /** Whether all that fits is shown, however much it is, each with what it says. */
  all?: boolean;
  /** Where what fits is shown; right below the field where this is not said. */
  below?: HTMLElement | null;
  autoFocus?: boolean;
}

const MOST_SHOWN = 14;

/** A text input with matching options below: arrows choose one, Enter takes it, typing filters. */
export function Combo({ label, value, fits, onChange, onDone, onTake, note = "", hint = "", all = false, below, autoFocus = false }: ComboProps) {
  const field = useRef<HTMLInputElement>(null);
  const list = useId();
  const [caret, setCaret] = useState(value.length);
  const [active, setActive] = useState(-1);
  const [open, setOpen] = useState(autoFocus);
  useEffect(() => {
    if (autoFocus) field.current?.select();
  }, [autoFocus]);
  const fit = fits(value, Math.min(caret, value.length));
  const offers = open ? fit.offers.slice(0, all ? undefined : MOST_SHOWN) : [];
  const here = offers[active];
  const take = (place: number) => {
    const offer = offers[place];
    if (offer === undefined) return;
    setActive(-1);
    if (onTake !== undefined) {
      onTake(offer.text);
      return;
    }
    const rest = fit.from === 0 && caret >= value.length ? "" : value.slice(caret);
    const head = value.slice(0, fit.from) + offer.text;
    onChange(head + rest);
    const at = head.length + (rest.startsWith("}") ? 1 : 0);
    setCaret(at);
    window.requestAnimationFrame(() => field.current?.setSelectionRange(at, at));
    field.current?.focus();
  };
  const press = (event: KeyboardEvent) => {
    if ((event.key === " " && event.ctrlKey) || (event.key === "ArrowDown" && !open)) {
      event.preventDefault();
      setOpen(true);
      setActive(0);
    } else if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      if (event.ctrlKey) return;
      event.preventDefault();
      const by = event.key === "ArrowDown" ? 1 : -1;
      setActive((active + by + offers.length + (active < 0 && by < 0 ? 1 : 0)) % Math.max(1, offers.length));
    } else if (event.key === "Enter" && !event.ctrlKey && !event.altKey && !event.metaKey) {
      event.preventDefault();
      if (here === undefined) onDone?.();
      else take(active);
    } else if (event.key === "Escape") {
      event.preventDefault();
      // It is meant for what is open here, not for the page.
      event.nativeEvent.stopPropagation();
      if (active >= 0) {
        event.stopPropagation();
        setActive(-1);
      } else {
        onDone?.();
      }
    }
  };
  // A button beside it must not move away under the pointer because what fits goes.
  const left = (event: FocusEvent) => {
    const to = event.relatedTarget;
    const isButton = to instanceof HTMLElement && to.tagName === "BUTTON" && to.closest(".row") === event.currentTarget.closest(".row");
    if (!isButton && !event.currentTarget.contains(to)) setOpen(false);
  };
  const told = here?.says ?? note;
  const choice = (
    <>
      <span className={all ? "offers all" : "offers"} role="listbox" id={list} aria-label={texts.editor.fits}>
        {offers.map((offer, place) => (
          <span
            key={offer.text}
            id={`${list}-${place}`}
            role="option"
            aria-selected={place === active}
            className={offer.text === value ? "offer is" : "offer"}
            onPointerDown={(event) => {
              event.preventDefault();
              take(place);
            }}
          >
            {offer.text.trim()}
            {all && <span className="note"> {offer.says}</span>}
          </span>
        ))}
      </span>
      {told !== "" && <span className="note">{told}</span>}
    </>
  );
  return (
    <span className="combo" onBlur={left}>
      <input
        ref={field}
        className="name"
        role="combobox"
        aria-label={label}
        aria-expanded={offers.length > 0}
        aria-controls={list}
        aria-autocomplete="list"
        {...(here === undefined ? {} : { "aria-activedescendant": `${list}-${active}` })}
        value={value}
        placeholder={hint}
        size={Math.max(8, Math.min(72, value.length + 2))}
        spellCheck={false}
        autoFocus={autoFocus}
        onFocus={() => setOpen(true)}
        onSelect={(event) => setCaret(event.currentTarget.selectionStart ?? value.length)}
        onChange={(event) => {
          setCaret(event.target.selectionStart ?? event.target.value.length);
          setActive(-1);
          setOpen(true);
          onChange(event.target.value);
        }}
        onKeyDown={press}
      />
      {below === undefined || below === null ? choice : createPortal(choice, below)}
    </span>
  );
}
