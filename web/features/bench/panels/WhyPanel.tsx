import { Modal } from '@/components/Modal';
import type { Phrase } from '../view/phraseAdvice';

/** Behind the why key: what the advice rests on, what it expects, and what would prove it wrong. */
export function WhyPanel({ phrase, onClose }: { readonly phrase: Phrase; readonly onClose: () => void }) {
  const [first, ...rest] = phrase.why;
  return (
    <Modal open onClose={onClose} title={`Why: ${phrase.subject}, ${phrase.order}`}>
      <p className="text-xl leading-snug">{first}</p>
      {rest.length === 0 ? null : (
        <details className="mt-4 border-line border-t pt-2">
          <summary className="flex min-h-12 cursor-pointer items-center text-soft">More reasons</summary>
          <ul className="list-disc space-y-2 pl-5 text-lg leading-snug">
            {rest.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </details>
      )}
    </Modal>
  );
}
