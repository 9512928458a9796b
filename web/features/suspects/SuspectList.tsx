import clsx from 'clsx';
import type { SuspectRow, SuspectsView } from './view/suspectsView';

/** What could be behind it: each suspect with its probability, where the answer that is looked at would move it, and what speaks for and against. */
export function SuspectList({ view }: { readonly view: SuspectsView }) {
  return (
    <ol aria-label="Suspects" className="border-line border-b">
      {view.rows.map((row, i) => (
        <Row key={row.key} row={row} isFirst={i === 0} />
      ))}
      <li className="flex justify-between border-line border-t py-3 text-lg text-soft">
        <span>{view.others}</span>
        <span className="font-bold text-2xl">{view.othersShown}</span>
      </li>
    </ol>
  );
}

function Row({ row, isFirst }: { readonly row: SuspectRow; readonly isFirst: boolean }) {
  return (
    <li className="border-line border-t py-3" data-testid={`suspect-${row.cause}${row.place ?? ''}`}>
      <div className="flex items-baseline justify-between gap-4">
        <h3 className="font-bold text-xl">{row.name}</h3>
        <p className="whitespace-nowrap font-bold text-2xl tabular-nums">{row.shown}</p>
      </div>
      <div className="relative mt-1.5 h-2.5 bg-lit" aria-hidden="true">
        <div
          className={clsx('absolute inset-y-0 left-0', isFirst ? 'bg-amber' : 'bg-edge')}
          style={{ width: `${100 * row.probability}%` }}
        />
        {row.ghost === undefined ? null : (
          <div
            className="absolute -inset-y-1 w-0 border-ghost border-l-4 border-dotted"
            style={{ left: `calc(${100 * row.ghost}% - 2px)` }}
          />
        )}
      </div>
      <p className="mt-1.5 text-soft">
        {row.speaksFor === '' ? null : (
          <>
            for <span className="text-ink">{row.speaksFor}</span>
          </>
        )}
        {row.speaksFor !== '' && row.speaksAgainst !== '' ? <br /> : null}
        {row.speaksAgainst === '' ? null : (
          <>
            against <span className="text-ink">{row.speaksAgainst}</span>
          </>
        )}
        {row.speaksFor === '' && row.speaksAgainst === '' ? 'nothing told of it yet' : null}
      </p>
    </li>
  );
}
