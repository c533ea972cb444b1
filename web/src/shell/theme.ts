export type Theme = "auto" | "light" | "dark";

const KEY = "upper-branch.theme";

export function storedTheme(): Theme {
  const kept = localStorage.getItem(KEY);
  return kept === "light" || kept === "dark" ? kept : "auto";
}

export function applyTheme(theme: Theme): void {
  if (theme === "auto") delete document.documentElement.dataset.theme;
  else document.documentElement.dataset.theme = theme;
  localStorage.setItem(KEY, theme);
}
