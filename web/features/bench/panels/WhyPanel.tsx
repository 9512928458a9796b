import { Modal } from '@/components/Modal';
import type { Phrase } from '../view/phraseAdvice';

/** Behind the why key: what the advice rests on, what it expects, and what would prove it wrong. */
export function WhyPanel({ phrase, onClose }: { readonly phrase: Phrase; readonly onClose: () => void }) {
  return (
    <Modal open onClose={onClose} title={`Why: ${phrase.subject}, ${phrase.order}`}>
      <ul className="list-disc space-y-2 pl-5 text-lg leading-snug">
        {phrase.why.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </Modal>
  );
}
