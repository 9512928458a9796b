'use client';

import type { Bare, EventOf, Job } from '@amber-needle/core/job';
import type { Place } from '@amber-needle/core/sheet';
import { useState } from 'react';
import { toast } from 'sonner';
import { keepPhoto } from './photos';

interface PhotosOf {
  readonly jobId: string;
  readonly job: Job;
  readonly step: string;
  readonly place: Place;
  readonly onSay: (event: Bare) => boolean;
}

/** Steps whose photos show the machine as it leaves. */
const LEFT = ['filtersOn', 'hosesRight', 'capped', 'finalIdle', 'leaks', 'coldStarted'];

/** A step’s photos, and how more are kept: one after the other, each said as soon as it stands. */
export function usePhotos({ jobId, job, step, place, onSay }: PhotosOf) {
  const [busy, setBusy] = useState(false);
  const shown = job.sheet.filter((event): event is EventOf<'photo'> => event.kind === 'photo' && event.step === step);
  const keep = async (files: readonly File[]) => {
    setBusy(true);
    for (const file of files) {
      const kept = await keepPhoto(jobId, file);
      if ('failure' in kept) toast(`${file.name}: ${kept.failure}`);
      else {
        const at = place === undefined ? {} : { place };
        onSay({ kind: 'photo', hash: kept.hash, when: LEFT.includes(step) ? 'left' : 'found', step, ...at });
      }
    }
    setBusy(false);
  };
  return { shown, busy, keep: (files: readonly File[]) => void keep(files) };
}
