import { useLearned, type Learned } from "../api/learned";
import { useSet } from "../api/settings";
import { More } from "../ui/More";
import { Notice } from "../ui/Notice";
import { Sheet } from "../ui/Sheet";
import { Toggle } from "../ui/Toggle";

type Group = Learned["groups"][number];

/** What one's own closed jobs have taught, and which of it new calls are opened with. */
export function LearnedSheet() {
  const learned = useLearned();
  const set = useSet();
  const told = learned.data;
  if (!told) return <Notice error={learned.error} />;
  const on = told.groups.filter((group) => group.on).map(({ name }) => name);
  const turn = ({ name }: Group) =>
    set.mutate({ learn: on.includes(name) ? on.filter((one) => one !== name) : [...on, name] });
  const enough = told.jobs >= told.least;
  return (
    <Sheet title="Learned from your own jobs" aside="for new calls; open ones stay as they are">
      <p className="mb-2">
        {told.jobs === 1 ? "1 closed job so far. " : `${told.jobs} closed jobs so far. `}
        {!enough && `From ${told.least} on, new calls start from them. `}
      </p>
      <div className="flex flex-wrap gap-2">
        {told.groups.map((group) => (
          <Toggle key={group.name} on={group.on} onClick={() => turn(group)}>
            <span className="inline-block first-letter:uppercase">{group.words}</span>
          </Toggle>
        ))}
      </div>
      <Notice error={set.error} />
      {enough && (
        <More className="mt-3 border-edge" label="What was learned, beside what is shipped">
          {told.groups.map((group) => (
            <Rows key={group.name} group={group} />
          ))}
        </More>
      )}
    </Sheet>
  );
}

function Rows({ group }: { group: Group }) {
  if (group.rows.length === 0) return null;
  return (
    <table className="mb-4 w-full text-left">
      <caption className="text-left font-bold first-letter:uppercase">{group.words}</caption>
      <thead className="text-quiet">
        <tr>
          <th className="font-normal">Met</th>
          <th className="w-20 text-right font-normal">Times</th>
          <th className="w-20 text-right font-normal">Shipped</th>
          <th className="w-20 text-right font-normal">Learned</th>
        </tr>
      </thead>
      <tbody className="tabular-nums">
        {[...group.rows]
          .sort((one, other) => other.counted - one.counted)
          .map((row) => (
            <tr key={row.words} className="border-t border-edge">
              <td className="py-1 first-letter:uppercase">{row.words}</td>
              <td className="text-right">{row.counted}</td>
              <td className="text-right">{said(group, row.shipped)}</td>
              <td className="text-right font-bold">{said(group, row.learned)}</td>
            </tr>
          ))}
      </tbody>
    </table>
  );
}

/** Minutes as they are, and shares in percent. */
const said = (group: Group, value: number) =>
  group.name === "minutes" ? `${value} min` : `${(value * 100).toPrecision(2)}%`;
