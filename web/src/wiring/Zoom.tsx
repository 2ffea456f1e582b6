import { Maximize, Printer, ZoomIn, ZoomOut } from "lucide-react";
import { useState, type ReactNode } from "react";

const SCALES = [1, 1.5, 2, 3];

type Props = { className: string; busy?: boolean; children: ReactNode };

/** A drawing that can be enlarged, moved about by scrolling, and printed. No tool lies over it. */
export function Zoom({ className, busy = false, children }: Props) {
  const [step, setStep] = useState(0);
  const scale = SCALES[step] ?? 1;
  return (
    <div className="relative flex min-h-0 flex-col lg:pr-12" aria-busy={busy}>
      <div className={`overflow-auto ${className}`} tabIndex={scale > 1 ? 0 : undefined}>
        <div
          className="h-full min-w-[20rem] print:min-w-0"
          style={scale > 1 ? { width: `${scale * 100}%`, height: `${scale * 100}%` } : undefined}
        >
          {children}
        </div>
      </div>
      <div className="no-print order-first flex justify-end rounded-md border-edge lg:absolute lg:top-0 lg:right-0 lg:grid lg:border">
        <Tool
          label="Enlarge the drawing"
          disabled={step === SCALES.length - 1}
          onClick={() => setStep(step + 1)}
        >
          <ZoomIn size={20} aria-hidden />
        </Tool>
        {step > 0 && (
          <>
            <Tool label="Make the drawing smaller" onClick={() => setStep(step - 1)}>
              <ZoomOut size={20} aria-hidden />
            </Tool>
            <Tool label="The whole drawing" onClick={() => setStep(0)}>
              <Maximize size={20} aria-hidden />
            </Tool>
          </>
        )}
        <Tool label="Print" onClick={() => window.print()}>
          <Printer size={20} aria-hidden />
        </Tool>
      </div>
    </div>
  );
}

type ToolProps = { label: string; disabled?: boolean; onClick: () => void; children: ReactNode };

function Tool({ label, disabled = false, onClick, children }: ToolProps) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      disabled={disabled}
      onClick={onClick}
      className="grid h-11 w-11 cursor-pointer place-items-center disabled:opacity-40"
    >
      {children}
    </button>
  );
}
