'use client';

import type { Bare, EventOf } from '@amber-needle/core/job';
import type { Setup } from '@amber-needle/core/setup';
import { isPressureUnit, type PressureUnit } from '@amber-needle/core/units';
import { useState } from 'react';
import { measured } from '@/words/numbers';
import type { LiveView } from '@/workers/signalProtocol';
import { carriedGauge, carriedValue, typedPressure } from '../view/roundView';
import { RoundDialog } from './RoundDialog';
import { LiveStop, TypedStop } from './Stops';
import { UnitChoice } from './UnitChoice';

interface CarryRoundProps {
  readonly jobId: string;
  readonly setup: Setup;
  readonly live: LiveView | undefined;
  readonly practice: boolean;
  readonly onHose: (throat: string | undefined) => void;
  readonly onClose: () => void;
  readonly onTake: (event: Bare<EventOf<'reading'>>) => void;
}

/** One gauge whose hose goes from throat to throat. */
export function CarryRound({ jobId, setup, live, practice, onHose, onClose, onTake }: CarryRoundProps) {
  const [unit, setUnit] = useState<PressureUnit>('kpa');
  const [band, setBand] = useState('0.5');
  // What was read before the hose moved is another throat's.
  const [movedAtS, setMovedAtS] = useState(live?.latestS ?? 0);
  const shown = live && carriedValue(live, movedAtS);
  const carried = carriedGauge(setup, {
    live: live !== undefined,
    practice,
    barometerKPa: live?.barometerKPa,
    speed: live?.reading.speed,
  });
  return (
    <RoundDialog
      title="One gauge, carried round"
      where="Hose on"
      caution="Hot and moving parts: mind your hands. Plug the tappings you leave."
      carried={carried}
      draft={`${jobId}/gauge`}
      onGo={(throat) => {
        setMovedAtS(live?.latestS ?? 0);
        onHose(throat);
      }}
      onClose={onClose}
      onTake={onTake}
      stop={(take, _, key) =>
        live === undefined ? (
          <TypedStop
            key={key}
            label="The dial shows"
            band={band}
            setBand={setBand}
            unit={
              <UnitChoice
                value={unit}
                onChange={({ target }) => isPressureUnit(target.value) && setUnit(target.value)}
              />
            }
            made={(typed) => typedPressure(typed, unit)}
            onTake={take}
          />
        ) : (
          <LiveStop
            key={key}
            shown={shown}
            text={shown === undefined ? '' : measured(shown.value, shown.uncertainty, 'kPa')}
            onTake={take}
          />
        )
      }
    />
  );
}
