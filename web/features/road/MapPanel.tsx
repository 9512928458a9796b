import { mapView } from './view/mapView';
import type { Strip } from './view/stripOption';

/** Where the time went, and what lambda was there: a map for each run. */
export function MapPanel({ strips }: { readonly strips: readonly Strip[] }) {
  return (
    <div className="space-y-6">
      {strips.map(({ key, label, sensor }) => {
        const map = mapView(sensor.map);
        return (
          <section key={key} aria-label={`Map of ${label}`} className="overflow-x-auto">
            <h2 className="mb-1 font-bold">
              {label} <span className="font-normal text-soft text-sm">lambda, and time</span>
            </h2>
            <table className="text-right text-sm">
              <thead className="text-soft">
                <tr>
                  <th scope="col" className="pr-3 font-normal">
                    rpm from
                  </th>
                  {map.columns.map((name) => (
                    <th key={name} scope="col" className="min-w-16 px-1 font-normal">
                      {name}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {map.rows.map((row) => (
                  <tr key={row.name}>
                    <th scope="row" className="pr-3 font-normal text-soft">
                      {row.name}
                    </th>
                    {row.cells.map((cell, c) => (
                      <td key={map.columns[c]} className="border border-ground px-1.5 py-0.5" style={shade(cell?.lean)}>
                        {cell === undefined ? null : (
                          <>
                            <span className="font-bold">{cell.lambda}</span>
                            <span className="block text-soft text-xs">{cell.time}</span>
                          </>
                        )}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
              <tfoot>
                <tr>
                  <th scope="row" className="pr-3 align-bottom font-normal text-soft">
                    throttle, %
                  </th>
                  {map.spent.map(({ name, share, text }) => (
                    <td key={name} className="px-1 pt-2 align-bottom">
                      <span className="text-soft text-xs">{text}</span>
                      <span
                        aria-hidden
                        className="block bg-amber-soft"
                        style={{ height: `${Math.max(2, 44 * share)}px` }}
                      />
                    </td>
                  ))}
                </tr>
              </tfoot>
            </table>
          </section>
        );
      })}
    </div>
  );
}

/** Rich in amber, lean in the cool colour, deeper the further out; the figure says it too. */
function shade(lean: number | undefined) {
  if (lean === undefined) return {};
  const token = lean > 0 ? '--ghost' : '--amber';
  return { backgroundColor: `color-mix(in oklch, var(${token}) ${Math.round(Math.abs(lean) * 34)}%, transparent)` };
}
