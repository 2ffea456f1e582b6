import { BookOpen, Calculator, CalendarDays, GraduationCap, House, Moon, Settings } from "lucide-react";
import type { ReactNode } from "react";
import { Link, NavLink } from "react-router";
import { flipTheme } from "./theme";

const PLACES = [
  { to: "/", words: "Day", Icon: CalendarDays },
  { to: "/practice", words: "Practice", Icon: GraduationCap },
  { to: "/houses", words: "Houses", Icon: House },
  { to: "/bench", words: "Bench", Icon: Calculator },
  { to: "/notes", words: "Notes", Icon: BookOpen },
  { to: "/settings", words: "Settings", Icon: Settings },
];

type Props = { children: ReactNode; bare?: boolean };

/** The page around every screen: a rail with the main places, at the bottom on a phone. A bare one has a head of its own. */
export function Frame({ children, bare }: Props) {
  if (bare) {
    return (
      <main className="mx-auto min-h-screen max-w-[1600px] px-4 pt-1 pb-16 lg:px-6 lg:pb-6">{children}</main>
    );
  }
  return (
    <div className="mx-auto flex min-h-screen max-w-[1600px] flex-col sm:flex-row">
      <nav
        aria-label="Main"
        className="no-print z-10 flex border-edge bg-sheet max-sm:fixed max-sm:inset-x-0 max-sm:bottom-0 max-sm:border-t sm:sticky sm:top-0 sm:h-screen sm:w-24 sm:flex-col sm:gap-1 sm:border-r sm:py-3"
      >
        <Link to="/" aria-label="Dielectra" className="hidden justify-center py-2 sm:flex">
          <img src="/mark.svg" alt="" className="h-9 w-9" />
        </Link>
        {PLACES.map(({ to, words, Icon }) => (
          <NavLink
            key={to}
            to={to}
            end={to === "/"}
            className="flex min-h-14 grow flex-col items-center justify-center gap-0.5 border-copper text-sm text-quiet aria-[current=page]:font-bold aria-[current=page]:text-ink max-sm:aria-[current=page]:border-t-3 sm:min-h-16 sm:grow-0 sm:aria-[current=page]:border-l-4"
          >
            <Icon size={22} aria-hidden /> {words}
          </NavLink>
        ))}
        <button
          type="button"
          onClick={flipTheme}
          aria-label="Light or dark"
          className="grid min-h-14 grow cursor-pointer place-items-center text-quiet sm:mt-auto sm:grow-0"
        >
          <Moon size={20} aria-hidden />
        </button>
      </nav>
      <main className="min-w-0 flex-1 px-4 pt-3 pb-24 sm:px-8 sm:pb-10">{children}</main>
    </div>
  );
}
