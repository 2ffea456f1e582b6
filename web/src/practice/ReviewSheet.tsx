import type { Review } from "../api/practice";

/** How it went: right or not, named or not, minutes beside those of others, and where information was won. */
export function ReviewSheet({ review }: { review: Review }) {
  const most = Math.max(...review.others.map(({ minutes }) => minutes), 1);
  return (
    <section
      aria-label="Review"
      className="mb-3 grid gap-4 rounded-lg border-2 border-edge bg-sheet p-4 md:grid-cols-2"
    >
      <div className="grid content-start gap-2">
        <h2 className="text-step font-bold">
          {review.right ? "The house is right" : "The house is not right"}
        </h2>
        <ul className="list-disc pl-5">
          {review.shortcomings.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        <p>
          It was: <b>{review.truth}.</b>{" "}
          {review.claimed ? (
            review.named ? (
              "You named it."
            ) : (
              <>You said: {review.claimed}.</>
            )
          ) : (
            "You named nothing."
          )}
        </p>
        {review.wasted && <p className="border-l-4 border-copper pl-3">{review.wasted}</p>}
        <p className="text-quiet">
          {[
            count(review.walks, "walk"),
            count(review.openings, "box opened", "boxes opened"),
            count(review.readings, "reading"),
            count(review.stopped, "unsafe act stopped", "unsafe acts stopped"),
          ].join(", ")}
          .
        </p>
      </div>
      <div className="grid content-start gap-2">
        <h3 className="font-bold">Minutes</h3>
        <ul className="grid gap-1">
          {review.others.map(({ name, minutes }) => (
            <li key={name} className="grid grid-cols-[12rem_1fr_3rem] items-center gap-2 text-sm">
              <span>{name}</span>
              <span className="h-3 rounded-full bg-wall">
                <span
                  className={`block h-3 rounded-full ${name === "You" ? "bg-copper" : "bg-ink/40"}`}
                  style={{ width: `${(100 * minutes) / most}%` }}
                />
              </span>
              <b className="text-right">{Math.round(minutes)}</b>
            </li>
          ))}
        </ul>
        <Strip strip={review.strip} />
      </div>
    </section>
  );
}

const count = (number: number, one: string, more = `${one}s`) => `${number} ${number === 1 ? one : more}`;

/** What was left to find out after each step: a falling line, with a mark where a question told nothing. */
function Strip({ strip }: { strip: Review["strip"] }) {
  if (strip.length < 2) return null;
  const most = Math.max(...strip.map(({ left }) => left), 1);
  const at = (index: number) => (300 * index) / (strip.length - 1);
  const height = (left: number) => 60 - (56 * left) / most;
  return (
    <figure>
      <figcaption className="font-bold">What was left to find out, step by step</figcaption>
      <svg viewBox="-4 0 308 66" role="img" aria-label="Bits left after each step" className="w-full">
        <polyline
          points={strip.map(({ left }, index) => `${at(index)},${height(left)}`).join(" ")}
          fill="none"
          stroke="var(--color-copper)"
          strokeWidth="2"
        />
        {strip.map(({ number, left, won, question }, index) => (
          <circle
            key={number}
            cx={at(index)}
            cy={height(left)}
            r={question && won < 0.02 ? 3.5 : 2}
            fill={question && won < 0.02 ? "none" : "var(--color-copper)"}
            stroke="var(--color-copper)"
          />
        ))}
      </svg>
      <p className="text-sm text-quiet">Open circles: a question that told nothing.</p>
    </figure>
  );
}
