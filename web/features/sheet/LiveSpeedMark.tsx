'use client';

import type { Setup } from '@amber-needle/core/setup';
import { useSignal } from '@/features/bench/signal/useSignal';
import { useKeys } from '@/features/bench/useKeys';
import { WORKSHOP_BENCH } from '@/features/bench/workshopBench';
import { namedKey } from '@/words/keys';
import { speed } from '@/words/numbers';
import { MainKey } from './MainKey';

interface LiveSpeedMarkProps {
  readonly jobId: string;
  readonly setup: Setup;
  readonly onMark: (rpm: number) => void;
}

/** The speed that the live gauge shows, to be taken by one key once it has settled; nothing where no gauge sends. */
export function LiveSpeedMark({ jobId, setup, onMark }: LiveSpeedMarkProps) {
  const { live } = useSignal({ jobId, bench: WORKSHOP_BENCH, setup });
  const rpm = live?.now.speed?.speed;
  const settled = live?.now.phase === 'steady' && rpm !== undefined;
  const take = () => {
    if (settled) onMark(Math.round(rpm));
  };
  useKeys([{ ...namedKey(' '), label: 'take the speed', run: take, disabled: !settled }]);
  if (rpm === undefined) return null;
  return (
    <div className="mt-4 max-w-xs">
      <MainKey
        cap="Space"
        text={settled ? `Take ${speed(rpm)}` : `${speed(rpm)}, settling`}
        disabled={!settled}
        onPress={take}
      />
    </div>
  );
}
