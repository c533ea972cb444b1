import {
  Archive,
  BookOpen,
  Calculator,
  ChartSpline,
  CirclePlus,
  FlaskConical,
  IdCard,
  LayoutList,
  MoonStar,
  Sun,
  SunMoon,
} from "lucide-react";
import { useState, type ReactNode } from "react";
import { Link, NavLink } from "react-router";
import { KeySheet } from "../keys/key-sheet";
import { KeysRoot } from "../keys/use-keys";
import { SignalBar } from "../offline/signal-bar";
import { OutboxBar } from "../outbox/outbox-bar";
import { BackupBar } from "../people/backup-bar";
import { SignedIn } from "../people/signed-in";
import { Who } from "../people/who";
import { CommandsRoot } from "./commands";
import { Palette } from "./palette";
import { applyTheme, theme as kept, type Theme } from "./theme";
import { TimerBell } from "./timer-bell";

const NEXT: Record<Theme, Theme> = { auto: "light", light: "dark", dark: "auto" };
const ICON = { auto: SunMoon, light: Sun, dark: MoonStar };

/** The frame round every view: skip link, brand, places to go, light or dark. */
export function Shell({ children }: { children: ReactNode }) {
  const [theme, setTheme] = useState<Theme>(kept.read);
  const Icon = ICON[theme];
  const turn = () => {
    applyTheme(NEXT[theme]);
    setTheme(NEXT[theme]);
  };
  return (
    <KeysRoot>
      <CommandsRoot>
        <a
          href="#main"
          className="sr-only z-50 bg-fuel p-3 text-white focus:not-sr-only focus:absolute focus:top-2 focus:left-2"
        >
          Skip to the work
        </a>
        <header className="flex min-h-14 items-center justify-between gap-x-2 bg-deep px-3 text-[#eef2e6] sm:flex-wrap sm:px-5 print:hidden">
          <Link to="/" className="flex min-h-11 items-center gap-2.5 pr-3 no-underline">
            <img src="/branch.svg" alt="" width="30" height="30" />
            <span className="font-display text-lg font-semibold [font-stretch:85%] sm:max-lg:sr-only">
              Upper Branch
            </span>
          </Link>
          <nav
            aria-label="Places"
            className="flex gap-x-0.5 max-sm:fixed max-sm:inset-x-0 max-sm:bottom-0 max-sm:z-30 max-sm:justify-around max-sm:border-t max-sm:border-white/20 max-sm:bg-deep max-sm:pb-[env(safe-area-inset-bottom)] sm:flex-1 sm:flex-wrap"
          >
            {PLACES.map((place) => (
              <Place key={place.to} {...place} />
            ))}
          </nav>
          <div className="flex items-center">
            <Who />
            <button
              type="button"
              onClick={turn}
              className="grid size-11 place-items-center rounded-lg hover:bg-white/10"
              aria-label={`Light: ${theme}. Change`}
            >
              <Icon size={20} aria-hidden />
            </button>
          </div>
        </header>
        <TimerBell />
        <SignalBar />
        <OutboxBar />
        <BackupBar />
        <main id="main" tabIndex={-1} className="mx-auto max-w-[1500px] p-3 outline-none max-sm:pb-20 sm:p-4">
          <SignedIn>{children}</SignedIn>
        </main>
        <Palette />
        <KeySheet />
      </CommandsRoot>
    </KeysRoot>
  );
}

const PLACES = [
  { to: "/", name: "Bench", icon: LayoutList },
  { to: "/new", name: "New job", icon: CirclePlus },
  { to: "/records", name: "Records", icon: Archive },
  { to: "/worktop", name: "Worktop", icon: Calculator },
  { to: "/cards", name: "Cards", icon: IdCard },
  { to: "/logs", name: "Logs", icon: ChartSpline },
  { to: "/handbook", name: "Handbook", icon: BookOpen },
  { to: "/practice", name: "Practice", icon: FlaskConical },
];

/** A place to go: a word in the bar at the top, on a phone a picture over a word in the bar at the thumb. */
function Place({ to, name, icon: Icon }: (typeof PLACES)[number]) {
  return (
    <NavLink
      to={to}
      end={to === "/"}
      className={({ isActive }) =>
        `flex min-h-11 items-center rounded-lg px-1.5 no-underline hover:bg-white/10 max-sm:min-h-14 max-sm:min-w-11 max-sm:flex-1 max-sm:flex-col max-sm:justify-center max-sm:gap-0.5 max-sm:px-0 max-sm:text-[11px] max-sm:leading-none max-sm:tracking-tight lg:px-3 ${isActive ? "underline decoration-[#f3a63f] decoration-[3px] underline-offset-8 max-sm:underline-offset-4" : ""}`
      }
    >
      <Icon size={20} aria-hidden className="sm:hidden" />
      {name}
    </NavLink>
  );
}
