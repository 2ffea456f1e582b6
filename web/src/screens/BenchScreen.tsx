import { useEffect, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { useSum, useSums } from "../api/queries";
import { Field } from "../ui/Field";
import { Frame } from "../ui/Frame";
import { Notice } from "../ui/Notice";
import { Select } from "../ui/Select";
import { Waiting } from "../ui/Waiting";

/** The sums that people do in their heads, or should. */
export function BenchScreen() {
  const [params] = useSearchParams();
  const job = Number(params.get("job")) || null;
  const sums = useSums(job);
  return (
    <Frame>
      <Notice error={sums.error} />
      {sums.isPending && <Waiting words="Fetching the sums …" />}
      <div className="mx-auto max-w-5xl">
        <h1 className="mb-3 text-2xl font-bold">Bench</h1>
        {job !== null && (
          <p className="mb-3 text-quiet">
            Filled in from{" "}
            <Link to={`/jobs/${job}`} className="underline">
              the job
            </Link>
            , as far as it knows.
          </p>
        )}
        <ul className="grid gap-4 md:grid-cols-2">
          {sums.data?.map((sum) => (
            <li key={`${sum.name}${job}`} className="rounded-lg border border-edge bg-sheet p-4">
              <Sum sum={sum} />
            </li>
          ))}
        </ul>
      </div>
    </Frame>
  );
}

type Asked = NonNullable<ReturnType<typeof useSums>["data"]>[number];

function Sum({ sum }: { sum: Asked }) {
  const [given, setGiven] = useState<Record<string, string>>(
    Object.fromEntries(sum.fields.map(({ name, value }) => [name, String(value)])),
  );
  const { mutate, data, error } = useSum();
  useEffect(() => {
    const read = sum.fields.map(({ name, choices }) => [name, choices ? given[name] : Number(given[name])]);
    mutate({ name: sum.name, given: Object.fromEntries(read) as Record<string, number | string> });
  }, [sum, given, mutate]);
  const set = (name: string, value: string) => setGiven({ ...given, [name]: value });
  return (
    <form className="grid gap-3" onSubmit={(event) => event.preventDefault()}>
      <h2 className="font-bold">{sum.title}</h2>
      <div className="grid grid-cols-2 gap-3 [&_input]:w-full [&_input]:min-w-0">
        {sum.fields.map(({ name, label, choices }) =>
          choices ? (
            <Select
              key={name}
              label={label}
              options={choices.map((value) => ({ value, words: `${value} AWG` }))}
              value={given[name] ?? ""}
              onChange={(event) => set(name, event.target.value)}
            />
          ) : (
            <Field
              key={name}
              label={label}
              inputMode="decimal"
              value={given[name] ?? ""}
              onChange={(event) => set(name, event.target.value)}
            />
          ),
        )}
      </div>
      <p aria-live="polite" className="min-h-6 text-lg font-bold">
        {error ? error.message : data?.sentence}
      </p>
    </form>
  );
}
