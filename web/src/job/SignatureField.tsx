import { useRef, useState } from "react";
import { useSign, useSignature, type Signature } from "../api/calls";
import { Button } from "../ui/Button";
import { Field } from "../ui/Field";
import { Notice } from "../ui/Notice";
import { longDay } from "../ui/days";

type Strokes = Signature["strokes"];

/** Width and height of the field, as the server keeps the lines. */
const WIDTH = 300;
const HEIGHT = 100;

/** The customer's signature: drawn with a finger or a mouse, and printed on the record. */
export function SignatureField({ id }: { id: number }) {
  const known = useSignature(id);
  const sign = useSign(id);
  const [strokes, setStrokes] = useState<Strokes>([]);
  const [name, setName] = useState("");
  if (!known.data) return <Notice error={known.error} />;
  const signed = known.data.strokes.length > 0;
  return (
    <section aria-label="Signature" className="grid max-w-md gap-2">
      <h3 className="font-bold">Signature of the customer</h3>
      {signed ? (
        <>
          <Drawn strokes={known.data.strokes} />
          <p>
            {known.data.name}, {known.data.on && longDay(known.data.on)}
          </p>
          <p>
            <Button small onClick={() => sign.mutate({ name: "", strokes: [] })}>
              Take it back
            </Button>
          </p>
        </>
      ) : (
        <>
          <Pad strokes={strokes} setStrokes={setStrokes} />
          <Field label="Name in print" value={name} onChange={(event) => setName(event.target.value)} />
          <p className="flex flex-wrap gap-2">
            <Button
              kind="key"
              disabled={sign.isPending || strokes.length === 0 || name.trim() === ""}
              onClick={() => sign.mutate({ name: name.trim(), strokes }, { onSuccess: () => setStrokes([]) })}
            >
              Keep the signature
            </Button>
            <Button disabled={strokes.length === 0} onClick={() => setStrokes([])}>
              Clear
            </Button>
          </p>
        </>
      )}
      <Notice error={sign.error} />
    </section>
  );
}

function Pad({ strokes, setStrokes }: { strokes: Strokes; setStrokes: (strokes: Strokes) => void }) {
  const field = useRef<SVGSVGElement>(null);
  const [now, setNow] = useState<Strokes[number] | null>(null);
  const at = (event: React.PointerEvent): [number, number] => {
    const box = field.current?.getBoundingClientRect();
    if (!box) return [0, 0];
    const along = (offset: number, size: number, most: number) =>
      Math.round(Math.min(Math.max((offset / size) * most, 0), most) * 10) / 10;
    return [
      along(event.clientX - box.left, box.width, WIDTH),
      along(event.clientY - box.top, box.height, HEIGHT),
    ];
  };
  const end = () => {
    if (now && now.length > 1) setStrokes([...strokes, now]);
    setNow(null);
  };
  return (
    <Drawn
      ref={field}
      strokes={now ? [...strokes, now] : strokes}
      className="cursor-crosshair touch-none"
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        setNow([at(event)]);
      }}
      onPointerMove={(event) => now && setNow([...now, at(event)])}
      onPointerUp={end}
      onPointerCancel={end}
    />
  );
}

type DrawnProps = React.ComponentProps<"svg"> & { strokes: Strokes };

function Drawn({ strokes, className = "", ...rest }: DrawnProps) {
  return (
    <svg
      role="img"
      aria-label={strokes.length > 0 ? "The signature" : "Sign here"}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className={`w-full rounded-md border-2 border-edge bg-white text-black ${className}`}
      {...rest}
    >
      <line x1={15} x2={WIDTH - 15} y1={80} y2={80} stroke="#999" strokeWidth={0.7} />
      {strokes.map((stroke, at) => (
        <polyline
          key={at}
          points={stroke.map((point) => point.join(",")).join(" ")}
          fill="none"
          stroke="currentColor"
          strokeWidth={1.6}
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      ))}
    </svg>
  );
}
