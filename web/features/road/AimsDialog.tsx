'use client';

import { CALCULATORS } from '@amber-needle/core/figures';
import type { Bare } from '@amber-needle/core/job';
import { JUDGED, type JudgedRegime, type Road, richCost, USUAL_BANDS } from '@amber-needle/core/road';
import { type FormEvent, useState } from 'react';
import { Button } from '@/components/Button';
import { CalculatorForm } from '@/components/CalculatorForm';
import { Field } from '@/components/Field';
import { Modal } from '@/components/Modal';
import { Notice } from '@/components/Notice';
import { numeral } from '@/words/numbers';
import { lambdaText, REGIME_WORDS } from '@/words/roadWords';

interface AimsDialogProps {
  readonly road: Road;
  readonly onKeep: (event: Bare) => boolean;
  readonly onClose: () => void;
}

type Typed = Readonly<Record<JudgedRegime, readonly [string, string]>>;

/** The bands that rides are judged by, the coldest day, and what this ride’s richness costs. */
export function AimsDialog({ road, onKeep, onClose }: AimsDialogProps) {
  const [bands, setBands] = useState<Typed>(() => typedBands(road.targets.bands));
  const [ridden, setRidden] = useState(road.season === undefined ? '' : String(road.season.ridden));
  const [coldest, setColdest] = useState(road.season === undefined ? '' : String(road.season.coldest));
  const wrong = JUDGED.find((regime) => !(number(bands[regime][0]) < number(bands[regime][1])));
  const half = (ridden === '') !== (coldest === '');
  const keep = (event: FormEvent) => {
    event.preventDefault();
    if (wrong !== undefined || half) return;
    const changed = JUDGED.flatMap((regime) => {
      const [low, high] = [number(bands[regime][0]), number(bands[regime][1])];
      return low === USUAL_BANDS[regime].low && high === USUAL_BANDS[regime].high ? [] : [{ regime, low, high }];
    });
    const season = ridden === '' ? {} : { riddenC: number(ridden), coldestC: number(coldest) };
    if (onKeep({ kind: 'roadPlan', bands: changed, ...season })) onClose();
  };
  const put = (regime: JudgedRegime, place: 0 | 1, value: string) => {
    const [low, high] = bands[regime];
    setBands({ ...bands, [regime]: place === 0 ? [value, high] : [low, value] });
  };
  return (
    <Modal open onClose={onClose} title="Aims of the road">
      <form onSubmit={keep}>
        <table className="w-full" aria-label="Lambda aimed at">
          <tbody>
            {JUDGED.map((regime) => (
              <tr key={regime}>
                <th scope="row" className="pr-4 text-left font-normal">
                  {REGIME_WORDS[regime]}
                </th>
                {([0, 1] as const).map((place) => (
                  <td key={place} className="w-28 py-1 pl-2">
                    <input
                      aria-label={`${REGIME_WORDS[regime]}, ${place === 0 ? 'richest' : 'leanest'}`}
                      inputMode="decimal"
                      className="min-h-12 w-full rounded border border-edge bg-ground px-3 text-right"
                      value={bands[regime][place]}
                      onChange={({ target }) => put(regime, place, target.value)}
                    />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
        <div className="mt-4 grid grid-cols-2 gap-4">
          <Field
            label="It was ridden at"
            unit="°C"
            inputMode="decimal"
            value={ridden}
            onChange={({ target }) => setRidden(target.value)}
          />
          <Field
            label="Coldest day expected"
            unit="°C"
            inputMode="decimal"
            value={coldest}
            onChange={({ target }) => setColdest(target.value)}
          />
        </div>
        {wrong === undefined ? null : (
          <div className="mt-3">
            <Notice>{REGIME_WORDS[wrong]}: the richest has to lie below the leanest, both as lambda.</Notice>
          </div>
        )}
        {half ? <p className="mt-2 text-caution">Give both temperatures, or neither.</p> : null}
        <div className="mt-4 flex gap-3">
          <Button tone="strong" type="submit" disabled={wrong !== undefined || half}>
            Judge by these
          </Button>
          <Button onClick={() => setBands(typedBands(USUAL_BANDS))}>The usual ones</Button>
        </div>
      </form>
      <Cost road={road} />
    </Modal>
  );
}

function Cost({ road }: { readonly road: Road }) {
  const cost = road.now === undefined ? undefined : richCost(road.now.table);
  const calculator = CALCULATORS.find(({ id }) => id === 'richCost');
  if (cost === undefined || calculator === undefined) return null;
  const share = (value: number) => numeral(100 * value, value < 0.1 ? 1 : 0);
  return (
    <section aria-label="What rich costs" className="mt-8 border-line border-t pt-5">
      <h3 className="mb-2 font-bold text-lg">What rich costs, ridden like this</h3>
      <p>
        {share(cost.fuel.low)} to {share(cost.fuel.high)} % of the fuel burns for nothing; of the engine’s life{' '}
        {share(cost.life.low)} to {share(cost.life.high)} % is left, where lambda 1 would leave all of it. A range, for
        nobody has measured it on your engine.
      </p>
      {cost.cruise === undefined ? null : (
        <div className="mt-4">
          <CalculatorForm calculator={calculator} given={{ lambda: Number(lambdaText(cost.cruise)) }} />
        </div>
      )}
    </section>
  );
}

function typedBands(bands: Road['targets']['bands']): Typed {
  const typed = (regime: JudgedRegime) => [lambdaText(bands[regime].low), lambdaText(bands[regime].high)] as const;
  return {
    idle: typed('idle'),
    justOffIdle: typed('justOffIdle'),
    cruiseLow: typed('cruiseLow'),
    cruiseHigh: typed('cruiseHigh'),
    rollOn: typed('rollOn'),
    fullLoad: typed('fullLoad'),
  };
}

function number(text: string): number {
  return text.trim() === '' ? Number.NaN : Number(text.replace(',', '.'));
}
