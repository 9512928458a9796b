import type { Job } from '@amber-needle/core/job';
import { type Road, roadOf } from '@amber-needle/core/road';
import { cylinderName } from '@amber-needle/core/setup';
import { CAUTIONS, DEFERS } from '@amber-needle/core/sheet';
import { likeRows, type NameOf } from '@/features/road/view/roadView';
import { day } from '@/words/dates';
import { changeText, roadCautionText, VERDICT_WORDS } from '@/words/roadWords';

/** The rides in the report: each round like with like, what was changed after it, and whether the next one bore it out. */
export function RoadSection({ job }: { readonly job: Job }) {
  if (job.road.length === 0) return null;
  const road = roadOf(job);
  const nameOf: NameOf = (id) => cylinderName(job.setup, id);
  const rounds = road.rounds.filter(({ rides }) => rides.length > 0);
  if (rounds.length === 0) return null;
  return (
    <section aria-label="Under way" className="mt-10 print:mt-4">
      <h2 className="text-soft">Under way, lambda with what holds nine in ten</h2>
      {rounds.map((round, i) => (
        <div key={round.rides[0]?.logged.id} className="mt-3">
          <p>
            {rounds.length === 1 ? 'Ridden' : i === 0 ? 'As found, ridden' : 'Ridden again'}{' '}
            {round.rides.map(({ logged }) => `${day(logged.at)}, ${logged.name}`).join('; ')}
          </p>
          <RoundTable road={road} round={round} nameOf={nameOf} />
          {round.change === undefined ? null : (
            <p className="mt-2">
              Then {changeText({ ...round.change, cylinders: round.change.cylinders.map(nameOf) })}.{' '}
              {round.judged === undefined ? 'Not ridden since.' : VERDICT_WORDS[round.judged.verdict]}
            </p>
          )}
        </div>
      ))}
      {road.cautions.length === 0 ? null : (
        <ul className="mt-3 border-caution border-l-4 px-3">
          {road.cautions.map((caution) => {
            const text = roadCautionText({ ...caution, cylinders: caution.cylinders.map(nameOf) }, 2);
            return <li key={text}>{text}</li>;
          })}
        </ul>
      )}
      <p className="mt-2 text-soft text-sm">
        {CAUTIONS.road.text} {DEFERS}
      </p>
    </section>
  );
}

interface RoundTableProps {
  readonly road: Road;
  readonly round: Road['rounds'][number];
  readonly nameOf: NameOf;
}

function RoundTable({ road, round, nameOf }: RoundTableProps) {
  const rows = likeRows(road, round.table, nameOf);
  return (
    <table className="mt-1 w-full border-collapse text-left">
      <thead className="text-soft text-sm">
        <tr>
          <th scope="col" className="py-1 pr-4 font-normal">
            Cylinder
          </th>
          {rows.map(({ regime, name }) => (
            <th key={regime} scope="col" className="py-1 pr-4 font-normal">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {round.table.columns.map(({ cylinders }, c) => (
          <tr key={cylinders.join()} className="border-line border-t">
            <th scope="row" className="py-1 pr-4 font-normal">
              {cylinders.map(nameOf).join(', ')}
            </th>
            {rows.map(({ regime, cells }) => {
              const cell = cells[c];
              return (
                <td key={regime} className="whitespace-nowrap py-1 pr-4">
                  {cell === undefined ? '–' : `${cell.lambda} ${cell.doubt} ${cell.stands}`}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
