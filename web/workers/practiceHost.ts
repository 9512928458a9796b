import { createPracticeBench, type PracticeBench, type PracticeCommand } from '@amber-needle/core/practice';
import type { SignalRequest, SignalResponse } from './signalProtocol';
import { practiceEngine, practiceRateHz } from './sources/practiceEngine';
import type { SampleSource } from './sources/sampleSource';

/** The state is told anew this often while nobody does anything: a stall, the warming up. Batches of samples. */
const TELL_EVERY = 20;

type Begin = Extract<SignalRequest, { kind: 'practise' }>;

/** Keeps the worker's practice engine and takes commands for it. */
export function practiceHost(tell: (response: SignalResponse) => void) {
  let bench: PracticeBench | undefined;
  let request = 0;
  let looks = 0;
  // Stands until the next command: a look at the engine must not wipe it off the screen.
  let trouble: string | undefined;

  function tellState() {
    if (bench !== undefined) tell({ kind: 'practice', request, state: bench.state(), faults: bench.faults, trouble });
  }
  return {
    begin(begin: Begin): SampleSource {
      const { pace = 1 } = begin.choices;
      const made = createPracticeBench(begin.setup, begin.choices, practiceRateHz(pace));
      bench = made;
      request = begin.request;
      trouble = undefined;
      resume(made, begin);
      tellState();
      return practiceEngine(made, pace, () => {
        looks += 1;
        if (looks % TELL_EVERY === 0) tellState();
      });
    },
    carryOut(command: PracticeCommand) {
      trouble = bench?.carryOut(command);
      tellState();
    },
    leave() {
      bench = undefined;
    },
  };
}

/** Puts screws and couplings where they were before a reload, and lets the engine run if it ran. */
function resume(bench: PracticeBench, { resume }: Begin): void {
  if (resume === undefined) return;
  for (const [adjuster, turns] of Object.entries(resume.positions)) bench.carryOut({ do: 'turn', adjuster, turns });
  for (const coupling of resume.clamped) bench.carryOut({ do: 'couple', coupling, clamped: true });
  if (resume.running) bench.carryOut({ do: 'start' });
}
