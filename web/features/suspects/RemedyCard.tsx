import { testOf } from '@amber-needle/core/suspects';
import { Button } from '@/components/Button';
import { keyFor } from '@/words/keys';
import { remedyOf, type SuspectRow } from './view/suspectsView';

interface RemedyCardProps {
  readonly found: SuspectRow;
  /** `proven`: the test that proves it came out as it should. */
  readonly onCured: (proven: boolean) => void;
}

/** What mends the suspect that is as good as found, what to set again, and what proves the cure. */
export function RemedyCard({ found, onCured }: RemedyCardProps) {
  const remedy = remedyOf(found.cause);
  if (remedy === undefined) return null;
  const key = keyFor('cured');
  const proof = remedy.proof === undefined ? undefined : testOf(remedy.proof)?.name;
  return (
    <section aria-label="What mends it" className="border-2 border-amber p-4">
      <h2 className="font-bold text-xl">{found.name}</h2>
      <p className="mt-2">{remedy.steps}</p>
      <dl className="mt-2 grid grid-cols-[auto_1fr] gap-x-4 text-soft">
        <dt>Parts</dt>
        <dd className="text-ink">{remedy.parts}</dd>
        <dt>Then again</dt>
        <dd className="text-ink">{remedy.redo}</dd>
        <dt>Proof</dt>
        <dd className="text-ink">{proof ?? 'the complaint is gone'}</dd>
      </dl>
      <div className="mt-3 flex flex-wrap gap-3">
        <Button tone="strong" onClick={() => onCured(true)} aria-keyshortcuts={key.spoken}>
          <kbd className="mr-2 rounded border border-edge px-2 font-mono text-sm">{key.cap}</kbd>Put right and proven
        </Button>
        <Button onClick={() => onCured(false)}>Put right, not proven yet</Button>
      </div>
    </section>
  );
}
