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

export function applyTheme() {
  const chosen = theme();
  if (chosen === "as the system") {
    delete document.documentElement.dataset.theme;
  } else {
    document.documentElement.dataset.theme = chosen;
  }
}
