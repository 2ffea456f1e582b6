import { Check } from "lucide-react";

type House = { number: number; name: string; teaches: string; done?: number };

type Props = {
  houses: House[];
  /** What stands before each number. */
  word?: string;
  /** The number of the one to play next. */
  next?: number | undefined;
  busy: boolean;
  begin: (number: number) => void;
};

/** Houses to choose from, by number, each with what it teaches. A tick stands where one ended right. */
export function Houses({ houses, word = "", next, busy, begin }: Props) {
  return (
    <ol className="grid gap-x-4 sm:grid-cols-2">
      {houses.map(({ number, name, teaches, done = 0 }) => (
        <li key={number} className="border-b border-edge/50">
          <button
            type="button"
            disabled={busy}
            onClick={() => begin(number)}
            className={`flex min-h-11 w-full cursor-pointer items-center gap-3 rounded-md py-1 text-left hover:bg-sheet ${number === next ? "font-bold" : ""}`}
          >
            <span className={`shrink-0 text-right ${word ? "w-16" : "w-7"}`}>
              {word} {number}
            </span>
            <span className="grow">
              {name}
              <span className="block text-sm font-normal text-quiet">{teaches}</span>
            </span>
            {done > 0 && <Check aria-label="repaired" className="size-5 shrink-0 text-copper" />}
          </button>
        </li>
      ))}
    </ol>
  );
}
