'use client';

import { useEffect, useRef } from 'react';

interface ChoicesProps<W extends string> {
  readonly words: readonly W[];
  readonly text: Readonly<Record<W, string>>;
  readonly onChoose: (word: W) => void;
}

/** Words to choose from, each by its digit or its button. */
export function Choices<W extends string>({ words, text, onChoose }: ChoicesProps<W>) {
  const current = useRef({ words, onChoose });
  current.current = { words, onChoose };
  useEffect(() => {
    const heed = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
      const word = current.current.words[Number(event.key) - 1];
      if (word === undefined) return;
      event.preventDefault();
      current.current.onChoose(word);
    };
    window.addEventListener('keydown', heed);
    return () => window.removeEventListener('keydown', heed);
  }, []);
  return (
    <ol className="space-y-2">
      {words.map((word, i) => (
        <li key={word}>
          <button
            type="button"
            onClick={() => onChoose(word)}
            aria-keyshortcuts={String(i + 1)}
            className="flex min-h-14 w-full items-center gap-4 rounded border border-edge px-4 text-left text-xl hover:bg-lit"
          >
            <kbd className="rounded border border-edge px-2 font-mono text-base">{i + 1}</kbd>
            {text[word]}
          </button>
        </li>
      ))}
    </ol>
  );
}
