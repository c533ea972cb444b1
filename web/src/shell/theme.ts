import { choice } from "../kept/store";

/** Light, dark, or as the machine has it. */
export const theme = choice("theme", ["auto", "light", "dark"]);
export type Theme = ReturnType<typeof theme.read>;

/** Puts it on the page and keeps it. */
export function applyTheme(now: Theme): void {
  if (now === "auto") delete document.documentElement.dataset.theme;
  else document.documentElement.dataset.theme = now;
  theme.write(now);
}
