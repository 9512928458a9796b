import type { Job } from '../job';
import { isPlace } from '../job/parts';
import type { Evidence } from '../suspects/infer';
import { TESTS } from '../suspects/map';
import { type Place, throatAt } from './places';
import { quantityOf } from './quantities';
import { type Row, sheetOf } from './sheet';
import { judgeTimed, timedTestOf, watchedAt } from './timedTests';

/** Tests that a row of the sheet does whole: where nothing is found in it, its usual answer is told too. */
const WHOLE = [
  'compression',
  'valveGap',
  'timing',
  'chokeBack',
  'returnFeel',
  'shaftPlay',
  'closePorts',
  'lookAtFilter',
  'fuelPressure',
  'lookAtDiaphragm',
  'countTurns',
  'liftPiston',
];

/** What the sheet's rows and timed tests say in the search, in the words of its map. */
export function sheetEvidence(job: Job): readonly Evidence[] {
  if (job.sheet.length === 0) return [];
  const told = sheetOf(job).stages.flatMap(({ rows }) =>
    rows.flatMap((row) => [...ofRow(job, row), ...ofRuns(job, row)]),
  );
  return told.filter(
    (each) =>
      each.kind !== 'tested' || isPlace(job.setup, TESTS.find(({ id }) => id === each.test)?.at ?? 'bank', each.place),
  );
}

function ofRow(job: Job, { step, cells, verdict }: Row): readonly Evidence[] {
  const quantity = step.does === 'measure' ? quantityOf(step.quantity) : undefined;
  if (quantity === undefined || verdict === undefined) return [];
  const placeOf = (place: Place) =>
    quantity.at === 'carburetor' && place !== undefined ? throatAt(job.setup, place) : place;
  const found = verdict.findings.flatMap(({ place, means }): readonly Evidence[] =>
    means?.tells === undefined ? [] : [{ kind: 'tested', ...means.tells, place: placeOf(place) }],
  );
  const meanings =
    quantity.kind === 'choice' ? quantity.choices.map(({ means }) => means) : [quantity.low, quantity.high];
  const tests = [...new Set(meanings.flatMap((means) => means?.tells?.test ?? []))].filter((test) =>
    WHOLE.includes(test),
  );
  // Without a specification fewer than three cannot be called right.
  const judged =
    quantity.kind === 'choice' ||
    verdict.spec !== undefined ||
    cells.filter((cell) => cell.found ?? cell.set).length > 2;
  const right = cells.filter(
    ({ place, found: asFound, set }) =>
      judged && (asFound ?? set) !== undefined && !verdict.findings.some((finding) => finding.place === place),
  );
  return [
    ...found,
    ...tests.flatMap((test) => {
      const usual = TESTS.find(({ id }) => id === test)?.answers[0].id ?? '';
      return right.map(({ place }): Evidence => ({ kind: 'tested', test, answer: usual, place: placeOf(place) }));
    }),
  ];
}

/** What ran over, and what held; a throttle that does not come back; a sensor that does not know free air. */
function ofRuns({ setup }: Job, { step, cells }: Row): readonly Evidence[] {
  const test = timedTestOf(step.id);
  if (test === undefined) return [];
  return cells.flatMap(({ place, run }): readonly Evidence[] => {
    if (run?.ended === undefined) return [];
    const verdict = judgeTimed(setup, { test, run, afterS: run.ended.afterS });
    if (test.marks !== 'overflow')
      return verdict.is === 'failed' && verdict.tells !== undefined
        ? [{ kind: 'tested', ...verdict.tells, place: undefined }]
        : [];
    return watchedAt(setup, place).flatMap((carburetor): readonly Evidence[] => {
      const over = run.marks.filter((mark) => mark.mark === 'overflow' && mark.place === carburetor)[0];
      if (over === undefined && run.ended?.outcome !== 'passed') return [];
      const one =
        over === undefined ? undefined : judgeTimed(setup, { test, run: { marks: [over] }, afterS: over.afterS });
      const answer = one?.is === 'failed' ? (one.tells?.answer ?? 'slow') : 'holds';
      return [{ kind: 'tested', test: 'staticFuel', answer, place: throatAt(setup, carburetor) }];
    });
  });
}
