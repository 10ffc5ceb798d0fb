const KEPT_AS = "lectomen.theme";

export type Theme = "light" | "dark" | "as the system";

export function theme(): Theme {
  const kept = localStorage.getItem(KEPT_AS);
  return kept === "light" || kept === "dark" ? kept : "as the system";
}

export function setTheme(theme: Theme) {
  if (theme === "as the system") {
    localStorage.removeItem(KEPT_AS);
  } else {
    localStorage.setItem(KEPT_AS, theme);
  }
  applyTheme();
}

const systemIsDark = window.matchMedia("(prefers-color-scheme: dark)");

/** Puts the chosen theme, or the system's, on the document, and follows the system from then on. */
export function applyTheme() {
  const chosen = theme();
  document.documentElement.dataset.theme = chosen === "as the system" ? (systemIsDark.matches ? "dark" : "light") : chosen;
  systemIsDark.onchange = applyTheme;
}
