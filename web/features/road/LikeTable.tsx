import clsx from 'clsx';
import { FlatScale } from '@/components/FlatScale';
import type { LikeRow } from './view/roadView';

/** Like with like: regimes down, cylinders across, all on one scale with the target lit. */
export function LikeTable({
  rows,
  columns,
}: {
  readonly rows: readonly LikeRow[];
  readonly columns: readonly string[];
}) {
  return (
    <div className="relative overflow-x-auto">
      <table className="w-full border-collapse" aria-label="Lambda by regime and cylinder">
        <thead className="text-soft text-sm">
          <tr>
            <th scope="col" className="px-2 pb-1 text-left font-normal">
              like with like
            </th>
            {columns.map((name) => (
              <th key={name} scope="col" className="w-24 px-2 pb-1 text-right font-normal">
                {name}
              </th>
            ))}
            <th scope="col" className="pb-1 pl-6 text-left font-normal">
              lambda, target lit
            </th>
            <th scope="col" className="px-2 pb-1 text-right font-normal">
              {columns.length > 1 ? 'apart, real' : ''}
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <tr key={row.regime} className="border-line border-t">
              <th scope="row" className="whitespace-nowrap px-2 py-1 text-left font-normal">
                {row.name}
                <span className="block text-soft text-sm">{row.under}</span>
              </th>
              {row.cells.map((cell, c) => (
                <td key={columns[c]} className="px-2 py-1 text-right">
                  {cell === undefined ? (
                    <span className="text-soft">–</span>
                  ) : (
                    <>
                      <span className={clsx('font-bold text-xl', cell.odd && 'text-amber')}>{cell.lambda}</span>
                      <span className="block text-soft text-sm">
                        {cell.stands} {cell.doubt}
                      </span>
                    </>
                  )}
                </td>
              ))}
              <td className="py-1 pl-6">
                <div className="w-64">
                  <FlatScale view={row.scale} text={row.scaleText} />
                </div>
              </td>
              <td className="w-24 px-2 py-1 text-right" title={row.apart?.text}>
                {row.apart === undefined ? null : (
                  <>
                    {row.apart.by}
                    <span className="block text-soft text-sm">{row.apart.real}</span>
                    <span className="sr-only">{row.apart.text}</span>
                  </>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
