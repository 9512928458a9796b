'use client';

import type { Spot } from '@amber-needle/core/sheet';
import clsx from 'clsx';
import { useEffect, useRef } from 'react';
import { FlatScale } from '@/components/FlatScale';
import type { CellView, RowView } from './view/sheetView';

/** From here on the rows scroll by themselves, below the step. */
const WIDE = '(min-width: 64rem)';

interface SheetGridProps {
  readonly rows: readonly RowView[];
  /** One head for all rows; undefined where they differ: each cell then says its place. */
  readonly columns: readonly string[] | undefined;
  readonly onGo: (spot: Spot) => void;
}

/** A stage’s rows with the carburetors side by side, each row ending in its flat scale. */
export function SheetGrid({ rows, columns, onGo }: SheetGridProps) {
  return (
    <div className="max-lg:overflow-x-auto">
      <table className="w-full border-collapse">
        <thead className="sticky top-0 z-10 bg-ground">
          <tr className="text-left text-soft text-sm">
            <th scope="col" className="py-2 pr-4 font-normal">
              as found → set
            </th>
            {(columns ?? ['']).map((column) => (
              <th key={column} scope="col" className="px-3 py-2 text-right font-normal">
                {column}
              </th>
            ))}
            <th scope="col" className="w-[32%] py-2 pl-6 font-normal max-md:hidden">
              side by side, specification lit
            </th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <GridRow key={row.step} row={row} columns={columns} onGo={onGo} />
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface GridRowProps {
  readonly row: RowView;
  readonly columns: readonly string[] | undefined;
  readonly onGo: (spot: Spot) => void;
}

function GridRow({ row, columns, onGo }: GridRowProps) {
  const line = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    // On a small screen the whole page would move, and the step out of sight.
    if (row.isHere && window.matchMedia(WIDE).matches) line.current?.scrollIntoView({ block: 'center' });
  }, [row.isHere]);
  const span = columns?.length ?? 1;
  const whole = row.cells.length !== span;
  const cells = row.cells.map((cell) => (
    <GridCell
      key={cell.label}
      row={row}
      cell={cell}
      labelled={columns === undefined && row.cells.length > 1}
      onGo={onGo}
    />
  ));
  return (
    <>
      <tr ref={line} className={clsx('border-line border-t', row.isHere && 'bg-lit')}>
        <th scope="row" className="py-1.5 pr-4 text-left font-normal">
          <span className={clsx('text-lg', row.isHere && 'font-bold')}>{row.name}</span>{' '}
          <span className="text-soft">{row.unit}</span>
        </th>
        {whole ? (
          <td colSpan={span} className="py-1.5">
            <div className="flex flex-wrap justify-end gap-1">{cells}</div>
          </td>
        ) : (
          row.cells.map((cell, i) => (
            <td key={cell.label} className="py-1.5">
              <div className="flex justify-end">{cells[i]}</div>
            </td>
          ))
        )}
        <td className="py-1 pl-6 max-md:hidden">
          {row.scale === undefined ? null : <FlatScale view={row.scale} text={row.text} />}
        </td>
      </tr>
      {row.means === '' ? null : (
        <tr className={clsx(row.isHere && 'bg-lit')}>
          <td colSpan={span + 2} className="pb-2 text-amber text-sm leading-snug">
            {row.means}
          </td>
        </tr>
      )}
    </>
  );
}

interface GridCellProps {
  readonly row: RowView;
  readonly cell: CellView;
  readonly labelled: boolean;
  readonly onGo: (spot: Spot) => void;
}

/** What a cell shows: a tick for what is as it should be, else what was written. */
function shownText({ found, set, state, isRight }: CellView): string {
  const now = set === '' ? found : set;
  if (state === 'skipped') return 'skipped';
  if (now === '') return '·';
  const short = isRight ? '✓' : now;
  return state === 'again' && now !== 'again' ? `${short}, again` : short;
}

function GridCell({ row, cell, labelled, onGo }: GridCellProps) {
  const { found, set, state, odd, isHere, label, place } = cell;
  const now = set === '' ? found : set;
  const said = `${row.name}${label === '' ? '' : ` ${label}`}: ${now === '' ? 'open' : now}${odd ? ', look at it' : ''}`;
  const isWord = !cell.isRight && /[a-z]{3}/i.test(now);
  return (
    <button
      type="button"
      aria-label={said}
      aria-current={isHere ? 'location' : undefined}
      onClick={() => onGo({ step: row.step, place })}
      className={clsx(
        'min-h-11 min-w-12 rounded border-2 px-1 py-0.5 text-right sm:min-w-16 sm:px-2.5',
        isHere ? 'border-amber' : 'border-transparent hover:border-edge',
      )}
    >
      {labelled ? <span className="block text-soft text-xs">{label}</span> : null}
      {set !== '' && found !== '' ? <span className="block text-soft text-xs line-through">{found}</span> : null}
      <span
        className={clsx(
          isWord ? 'text-base' : 'text-xl',
          odd || state === 'again' ? 'font-bold text-amber' : isWord ? 'text-soft' : 'font-bold',
        )}
      >
        <span aria-hidden>{shownText(cell)}</span>
      </span>
    </button>
  );
}
