import { isStepped } from '../../../setup';
import { turns } from '../../../units';
import type { Refusal } from '../../decide';
import type { Standing } from '../../slices';
import { staleBy } from '../../slices/balance';
import type { EventKind } from '../eventKind';
import { MoveSchema } from './schema';

export const move: EventKind<typeof MoveSchema> = {
  kind: 'move',
  version: 2,
  schema: MoveSchema,
  // Version 1 knew no turn finer than a sixteenth.
  upcasters: [(event) => event],
  season: 'atTheBench',
  title: 'Screw turned',
  refuse: (job, { adjuster, turns: by }) => refuse(job, adjuster, by),
  folds: {
    balance: (job, { adjuster, turns: by, seq }) => {
      const before = job.positions[adjuster] ?? turns(0);
      const positions = { ...job.positions, [adjuster]: turns(before + by) };
      return {
        positions,
        turnedLast: { adjuster, by: turns(by) },
        stall: undefined,
        blips: 0,
        touchedAt: seq,
        sinceReading: staleBy(job, 'move'),
      };
    },
  },
  record: ({ moves }, event) => ({ moves: [...moves, event] }),
};

function refuse({ setup, positions }: Standing, id: string, by: number): Refusal | undefined {
  const adjuster = setup.adjusters.find((candidate) => candidate.id === id);
  if (adjuster === undefined) return 'noSuchAdjuster';
  if (isStepped(adjuster) && !Number.isInteger(by)) return 'noHalfSizes';
  const position = (positions[id] ?? turns(0)) + by;
  if (position < -adjuster.range.outTurns) return 'pastTheSeat';
  return position > adjuster.range.inTurns ? 'pastTheEnd' : undefined;
}
