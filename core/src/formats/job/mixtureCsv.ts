import type { MixtureReport } from '../../mixture';
import { csvText } from './csvText';

const HEAD = [
  'throat',
  'found_lambda',
  'found_uncertainty',
  'left_lambda',
  'left_uncertainty',
  'target_lambda',
  'tolerance',
  'probability',
  'looks',
  'screw',
  'turns_in',
  'turns_from_seat',
];

/** A job's mixture as CSV: a row for each circuit and screw; lambda with its standard uncertainty, as found and as left. Empty cells where nothing is known. */
export function mixtureCsv({ circuits }: MixtureReport): string {
  const rows = circuits.flatMap((circuit) =>
    circuit.screws.map(({ adjuster, turnsIn, fromSeat }) => [
      circuit.throat,
      ...(circuit.unseen
        ? ['', '', '', '']
        : [circuit.found.lambda, circuit.found.doubt, circuit.lambda, circuit.doubt].map((figure) =>
            figure.toFixed(3),
          )),
      circuit.target.toFixed(3),
      (circuit.target * circuit.tolerance).toFixed(3),
      circuit.chance.toFixed(2),
      String(circuit.looks),
      adjuster,
      turnsIn.toFixed(4),
      fromSeat === undefined ? '' : fromSeat.toFixed(4),
    ]),
  );
  return csvText([HEAD, ...rows]);
}
