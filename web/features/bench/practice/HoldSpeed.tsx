import type { PracticeCommand } from '@amber-needle/core/practice';
import { Select } from '@/components/Select';

/** Speeds at which banks are compared off idle: common practice, no source, 1500 to 3000 rpm. */
const SPEEDS = [1500, 2000, 2500, 3000];

interface HoldSpeedProps {
  readonly holdRpm: number | null;
  readonly running: boolean;
  readonly ask: (command: PracticeCommand) => void;
}

/** The hand on the throttle: off, or holding a speed. */
export function HoldSpeed({ holdRpm, running, ask }: HoldSpeedProps) {
  return (
    <div className="flex items-center gap-2">
      <span aria-hidden className="text-soft">
        Hold
      </span>
      <Select
        aria-label="Hold"
        className=""
        value={holdRpm ?? ''}
        disabled={!running}
        onChange={({ target }) =>
          ask(target.value === '' ? { do: 'letGo' } : { do: 'hold', rpm: Number(target.value) })
        }
      >
        <option value="">idle</option>
        {SPEEDS.map((speed) => (
          <option key={speed} value={speed}>
            {speed} rpm
          </option>
        ))}
      </Select>
    </div>
  );
}
