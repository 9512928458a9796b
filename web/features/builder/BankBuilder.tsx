'use client';

import { readSetup } from '@amber-needle/core/formats/setup';
import type { Setup } from '@amber-needle/core/setup';
import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState } from 'react';
import { toast } from 'sonner';
import { Button } from '@/components/Button';
import { Notice } from '@/components/Notice';
import { failureText, send } from '@/components/send';
import { BankGraph } from './BankGraph';
import { ClampRows } from './ClampRows';
import { EngineFields } from './EngineFields';
import { FittingFields } from './FittingFields';
import { PipeRows } from './PipeRows';
import { ScrewRows } from './ScrewRows';
import { ScrewSentences } from './ScrewSentences';
import { SpecRows } from './SpecRows';
import { StartFrom } from './StartFrom';
import { ThroatRows } from './ThroatRows';
import { useDraft } from './useDraft';
import { problemText } from './view/problemText';

interface BankBuilderProps {
  readonly machineId: string;
  readonly machineName: string;
  readonly saved: Setup;
}

/** Draws a machine's bank: what there is, what feeds what, and what each screw moves. The picture and the check follow every step. */
export function BankBuilder({ machineId, machineName, saved }: BankBuilderProps) {
  const router = useRouter();
  const [seen, setSeen] = useState(saved);
  const draft = useDraft(saved);
  const { setup, change } = draft;
  const [chosen, setChosen] = useState(saved.adjusters[0]?.id);
  const [failure, setFailure] = useState<string>();
  const [saving, setSaving] = useState(false);
  const checked = useMemo(() => readSetup(setup), [setup]);
  const problems = checked.outcome === 'invalid' ? checked.problems : [];
  const isChanged = JSON.stringify(setup) !== JSON.stringify(seen);
  useLeaveWarning(isChanged);
  const save = async () => {
    setSaving(true);
    const sent = await send(`/api/machines/${machineId}/setup`, { seen, setup });
    setSaving(false);
    if (sent.outcome !== 'done') return setFailure(failureText(sent));
    setFailure(undefined);
    setSeen(setup);
    toast('Bank saved. Jobs that are open keep the bank they were opened with.');
    router.refresh();
  };
  return (
    <main className="mx-auto max-w-7xl px-6 pt-6 pb-16">
      <div className="flex flex-wrap items-center justify-between gap-4">
        <h1 className="font-bold text-3xl">Bank of {machineName}</h1>
        <div className="flex flex-wrap gap-3">
          <Button disabled={!draft.canUndo} onClick={draft.undo}>
            Undo
          </Button>
          <Button tone="strong" disabled={!isChanged || problems.length > 0 || saving} onClick={() => void save()}>
            {saving ? 'Saving' : isChanged ? 'Save bank' : 'Saved'}
          </Button>
        </div>
      </div>
      {failure === undefined ? null : (
        <div className="mt-4">
          <Notice onDismiss={() => setFailure(undefined)}>{failure}</Notice>
        </div>
      )}
      <div className="mt-6 grid grid-cols-1 gap-8 lg:grid-cols-[minmax(0,34rem)_minmax(0,1fr)]">
        <div className="min-w-0 lg:sticky lg:top-4 lg:self-start">
          <BankGraph setup={setup} chosen={chosen} choose={setChosen} />
          <p className="mt-1 text-soft text-sm">
            Screws above, throats in the middle, cylinders below. A whole line opens or enriches, a broken one closes or
            leans.
          </p>
          {problems.length > 0 ? (
            <div className="mt-4">
              <Notice>
                <p className="font-bold">It cannot be saved like this:</p>
                <ul>
                  {problems.map((problem) => (
                    <li key={`${problem.path} ${problem.reason}`}>{problemText(setup, problem)}</li>
                  ))}
                </ul>
              </Notice>
            </div>
          ) : null}
          <ScrewSentences setup={setup} chosen={chosen} choose={setChosen} />
        </div>
        <div className="min-w-0 space-y-9">
          <StartFrom setup={setup} change={change} />
          <EngineFields setup={setup} change={change} />
          <ThroatRows setup={setup} change={change} />
          <ScrewRows setup={setup} change={change} chosen={chosen} choose={setChosen} />
          <ClampRows setup={setup} change={change} />
          <PipeRows setup={setup} change={change} />
          <FittingFields setup={setup} change={change} />
          <SpecRows setup={setup} change={change} />
        </div>
      </div>
    </main>
  );
}

/** A page that is left with changes in it asks first. */
function useLeaveWarning(isChanged: boolean): void {
  useEffect(() => {
    if (!isChanged) return;
    const warn = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener('beforeunload', warn);
    return () => window.removeEventListener('beforeunload', warn);
  }, [isChanged]);
}
