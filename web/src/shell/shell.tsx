import { MoonStar, Sun, SunMoon } from "lucide-react";
import { useState, type ReactNode } from "react";
import { Link, NavLink } from "react-router";
import { CommandsRoot } from "./commands";
import { Palette } from "./palette";
import { applyTheme, storedTheme, type Theme } from "./theme";
import { TimerBell } from "./timer-bell";

const NEXT: Record<Theme, Theme> = { auto: "light", light: "dark", dark: "auto" };
const ICON = { auto: SunMoon, light: Sun, dark: MoonStar };

/** The frame round every view: skip link, brand, places to go, light or dark. */
export function Shell({ children }: { children: ReactNode }) {
  const [theme, setTheme] = useState<Theme>(storedTheme);
  const Icon = ICON[theme];
  const turn = () => {
    applyTheme(NEXT[theme]);
    setTheme(NEXT[theme]);
  };
  return (
    <CommandsRoot>
      <a
        href="#main"
        className="sr-only z-50 bg-fuel p-3 text-white focus:not-sr-only focus:absolute focus:top-2 focus:left-2"
      >
        Skip to the work
      </a>
      <header className="flex min-h-14 flex-wrap items-center gap-x-2 bg-deep px-3 text-[#eef2e6] sm:px-5">
        <Link to="/" className="flex min-h-11 items-center gap-2.5 pr-3 no-underline">
          <img src="/branch.svg" alt="" width="30" height="30" />
          <span className="font-display text-lg font-semibold [font-stretch:85%]">Upper Branch</span>
        </Link>
        <nav aria-label="Places" className="flex flex-1 flex-wrap gap-x-1">
          <Place to="/">Bench</Place>
          <Place to="/new">New job</Place>
          <Place to="/worktop">Worktop</Place>
          <Place to="/cards">Cards</Place>
          <Place to="/logs">Logs</Place>
          <Place to="/handbook">Handbook</Place>
        </nav>
        <button
          type="button"
          onClick={turn}
          className="grid size-11 place-items-center rounded-lg hover:bg-white/10"
          aria-label={`Light: ${theme}. Change`}
        >
          <Icon size={20} aria-hidden />
        </button>
      </header>
      <TimerBell />
      <main id="main" className="mx-auto max-w-[1500px] p-3 sm:p-4">
        {children}
      </main>
      <Palette />
    </CommandsRoot>
  );
}

function Place({ to, children }: { to: string; children: ReactNode }) {
  return (
    <NavLink
      to={to}
      end={to === "/"}
      className={({ isActive }) =>
        `flex min-h-11 items-center rounded-lg px-3 no-underline hover:bg-white/10 ${isActive ? "underline decoration-[#f3a63f] decoration-[3px] underline-offset-8" : ""}`
      }
    >
      {children}
    </NavLink>
  );
}
