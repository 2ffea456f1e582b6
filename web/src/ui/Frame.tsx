import { Moon, Settings } from "lucide-react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { flipTheme } from "./theme";

/** The page around every screen: the name, the way home, light or dark. A bare one has a head of its own. */
export function Frame({ children, aside, bare }: { children: ReactNode; aside?: ReactNode; bare?: boolean }) {
  if (bare) {
    return <main className="mx-auto min-h-screen max-w-[1600px] px-4 pt-1 pb-6 lg:px-6">{children}</main>;
  }
  return (
    <div className="mx-auto flex min-h-screen max-w-[1600px] flex-col">
      <header className="no-print flex items-center gap-3 px-4 py-2 lg:px-6">
        <Link to="/" className="flex min-h-11 items-center gap-2 font-bold tracking-tight">
          <img src="/mark.svg" alt="" className="h-7 w-7" /> Dielectra
        </Link>
        <div className="ml-auto flex items-center gap-2">
          {aside}
          <Link to="/settings" aria-label="Settings" className="grid h-11 w-11 place-items-center rounded-md">
            <Settings size={20} aria-hidden />
          </Link>
          <button
            type="button"
            onClick={flipTheme}
            className="grid h-11 w-11 cursor-pointer place-items-center rounded-md"
            aria-label="Light or dark"
          >
            <Moon size={20} aria-hidden />
          </button>
        </div>
      </header>
      <main className="flex-1 px-4 pb-10 lg:px-6">{children}</main>
    </div>
  );
}
