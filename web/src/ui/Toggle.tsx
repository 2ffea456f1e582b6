import { Button } from "./Button";

type Props = { on: boolean; onClick: () => void; children: React.ReactNode };

/** A choice that shows whether it is the one. */
export function Toggle({ on, onClick, children }: Props) {
  return (
    <Button pressed={on} onClick={onClick}>
      {children}
    </Button>
  );
}
