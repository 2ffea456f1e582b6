import type { Box, Wire } from "../api/client";

/** The drawing in words: what every conductor probably is, how sure, and what it touches. */
export function InWords({ box }: { box: Box }) {
  return (
    <section aria-label={`Conductors in the ${box.name} box`}>
      <h3 className="mb-1 font-bold first-letter:uppercase">{box.name}</h3>
      <table className="w-full text-sm">
        <thead className="sr-only">
          <tr>
            <th scope="col">Conductor</th>
            <th scope="col">Probably</th>
            <th scope="col">Touches</th>
          </tr>
        </thead>
        <tbody>
          {box.cables.flatMap((cable) =>
            cable.wires.map((wire) => (
              <tr key={wire.point} className="border-t border-edge align-top">
                <th scope="row" className="py-1 pr-3 text-left font-normal whitespace-nowrap">
                  {wire.name}
                  {wire.tape && `, taped ${wire.tape}`}
                </th>
                <td className="py-1 pr-3">{roles(wire)}</td>
                <td className="py-1 text-quiet">{wire.touches}</td>
              </tr>
            )),
          )}
        </tbody>
      </table>
    </section>
  );
}

function roles(wire: Wire): string {
  return wire.roles.map((belief) => `${belief.role} ${belief.percent}`).join(", ");
}
