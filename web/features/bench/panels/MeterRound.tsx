'use client';

import type { Bare, EventOf } from '@amber-needle/core/job';
import type { PracticeState } from '@amber-needle/core/practice';
import type { Setup } from '@amber-needle/core/setup';
import { useEffect, useRef, useState } from 'react';
import { numeral } from '@/words/numbers';
import { carriedMeter, meterValue, type Shown, typedMeter } from '../view/roundView';
import { RoundDialog } from './RoundDialog';
import { LiveStop, TypedStop } from './Stops';

/** An eye tells apart so much on the practice meter's scale. */
const PRACTICE_BAND = 0.25;

interface MeterRoundProps {
  readonly jobId: string;
  readonly setup: Setup;
  readonly rpm: number | undefined;
  /** Of a practice engine; undefined where a person holds a real meter. */
  readonly practice: PracticeState | undefined;
  readonly onMouth: (throat: string | undefined) => void;
  readonly onClose: () => void;
  readonly onTake: (event: Bare<EventOf<'airflow'>>) => void;
}

/** What the practice meter shows once its float has come to rest: twice the same in a row. */
function useRested(practice: PracticeState | undefined): Shown | undefined {
  const before = useRef<PracticeState['meter']>(null);
  const [rested, setRested] = useState<Shown>();
  useEffect(() => {
    const meter = practice?.meter ?? null;
    const last = before.current;
    before.current = meter;
    const isAtRest =
      meter !== null && last?.throat === meter.throat && Math.abs(last.shown - meter.shown) <= PRACTICE_BAND;
    const shown = isAtRest ? meterValue(meter.shown, PRACTICE_BAND) : undefined;
    setRested(shown?.outcome === 'made' ? shown.event : undefined);
  }, [practice]);
  return rested;
}

/** An airflow meter that is held on one mouth after the other. */
export function MeterRound({ jobId, setup, rpm, practice, onMouth, onClose, onTake }: MeterRoundProps) {
  const [band, setBand] = useState('0.25');
  const value = useRested(practice);
  return (
    <RoundDialog
      title="Air, mouth by mouth"
      where="Meter on"
      caution="It may spit back: face, hair and loose clothing away from the mouths, no flame near. Hold it alike on each."
      carried={carriedMeter(setup, rpm, practice !== undefined)}
      draft={`${jobId}/meter`}
      onGo={onMouth}
      onClose={onClose}
      onTake={onTake}
      stop={(take, throat, key) =>
        practice === undefined ? (
          <TypedStop
            key={key}
            label="The meter shows (its own scale)"
            band={band}
            setBand={setBand}
            made={typedMeter}
            onTake={take}
          />
        ) : (
          <LiveStop
            key={key}
            // A second press on the way must not take the last mouth's air for the next one's.
            shown={practice.meter?.throat === throat ? value : undefined}
            text={value === undefined ? '' : `${numeral(value.value, 2)} on its scale`}
            onTake={take}
          />
        )
      }
    />
  );
}
