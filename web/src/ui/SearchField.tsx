import { Search } from "lucide-react";

type Props = { label: string; placeholder: string; value: string; onChange: (value: string) => void };

/** A field to search by, with the magnifier in front. */
export function SearchField({ label, placeholder, value, onChange }: Props) {
  return (
    <label className="flex min-h-12 grow items-center gap-2 rounded-md border-2 border-edge bg-sheet px-3 sm:ml-auto sm:max-w-80">
      <Search size={18} aria-hidden />
      <span className="sr-only">{label}</span>
      <input
        type="search"
        value={value}
        onChange={(event) => onChange(event.target.value)}
        placeholder={placeholder}
        className="min-w-0 grow bg-transparent outline-none"
      />
    </label>
  );
}
