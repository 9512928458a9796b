'use client';

import type { EventOf } from '@amber-needle/core/job';
import type { RefObject } from 'react';

interface PhotoStripProps {
  readonly photos: readonly EventOf<'photo'>[];
  /** The hidden chooser, so that a key can open it. */
  readonly chooser: RefObject<HTMLInputElement | null>;
  readonly busy: boolean;
  readonly onFiles: (files: readonly File[]) => void;
}

/** Photos of a step, and the chooser for more: camera or file, several at once. */
export function PhotoStrip({ photos, chooser, busy, onFiles }: PhotoStripProps) {
  return (
    <div className="mt-3 flex flex-wrap items-center gap-3 empty:hidden">
      <input
        ref={chooser}
        type="file"
        accept="image/*"
        capture="environment"
        multiple
        aria-label="Choose photos"
        className="hidden"
        onChange={({ target }) => {
          onFiles([...(target.files ?? [])]);
          target.value = '';
        }}
      />
      {photos.map(({ id, hash, when, place }) => (
        <a key={id} href={`/api/attachments/${hash}`} target="_blank" rel="noreferrer" className="block">
          {/* biome-ignore lint/performance/noImgElement: kept content by its hash, no loader knows it */}
          <img
            src={`/api/attachments/${hash}`}
            alt={`${when === 'found' ? 'As found' : 'As left'}${place === undefined ? '' : `, ${place}`}`}
            loading="lazy"
            className="size-20 rounded border border-line object-cover"
          />
        </a>
      ))}
      {busy ? <span className="text-soft">Keeping the photo…</span> : null}
    </div>
  );
}
