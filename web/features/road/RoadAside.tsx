import { TriangleAlert } from 'lucide-react';
import { Button } from '@/components/Button';
import { MainKey } from '@/features/sheet/MainKey';
import { keyFor } from '@/words/keys';
import type { RoadSay } from './view/roadView';

interface RoadAsideProps {
  readonly say: RoadSay;
  readonly open: boolean;
  readonly judged:
    | { readonly text: string; readonly lines: readonly { readonly text: string; readonly held: boolean }[] }
    | undefined;
  /** Other changes that would better it too. */
  readonly others: number;
  readonly onMain: () => void;
  readonly onOther: () => void;
}

const MAIN: Readonly<Record<Exclude<RoadSay['does'], 'nothing'>, string>> = {
  takeLog: 'take a log',
  takeNext: 'take the next log',
  putOnSheet: 'put on the sheet',
};

/** The part to change, what it would do elsewhere, and the one key. */
export function RoadAside({ say, open, judged, others, onMain, onOther }: RoadAsideProps) {
  const other = keyFor('otherwise');
  return (
    <>
      <p className="font-bold text-4xl leading-tight" data-testid="say">
        {say.first}
        <span className="block text-amber">{say.second}</span>
      </p>
      {say.because === '' ? null : <p className="text-lg leading-snug">{say.because}</p>}
      {say.expected.length === 0 ? null : (
        <ul aria-label="Expected" className="space-y-1 text-soft">
          {say.expected.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      {judged === undefined ? null : (
        <section aria-label="The last change" className="border-line border-t pt-3">
          <p>{judged.text}</p>
          <ul className="mt-1 space-y-0.5 text-soft text-sm">
            {judged.lines.map(({ text, held }) => (
              <li key={text}>
                {text}
                {held ? '' : ', outside what was expected'}
              </li>
            ))}
          </ul>
        </section>
      )}
      {say.cautions.length === 0 ? null : (
        <ul
          aria-label="Caution"
          className="space-y-2 border-caution border-l-4 bg-caution-ground px-4 py-3 text-caution"
        >
          {say.cautions.map((text) => (
            <li key={text} className="flex gap-2">
              <TriangleAlert aria-hidden className="mt-0.5 size-5 shrink-0" />
              <span>{text}</span>
            </li>
          ))}
        </ul>
      )}
      {say.does === 'nothing' || !open ? null : (
        <MainKey cap={keyFor('next').cap} text={MAIN[say.does]} onPress={onMain} />
      )}
      {others === 0 || !open ? null : (
        <Button className="w-full" onClick={onOther} aria-keyshortcuts={other.spoken}>
          <kbd className="mr-2 rounded border border-edge px-2 font-mono text-sm">{other.cap}</kbd>another part would do
        </Button>
      )}
      {say.notes.map((note) => (
        <p key={note} className="text-soft">
          {note}
        </p>
      ))}
    </>
  );
}
