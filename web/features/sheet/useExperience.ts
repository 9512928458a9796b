'use client';

import { useEffect, useState } from 'react';
import type { Experience } from '@/server/jobs/experience';

const NOTHING: Experience = { stages: [], idleDrop: undefined };

/** What earlier jobs say; nothing until the server has answered, and where it does not. */
export function useExperience(jobId: string): Experience {
  const [experience, setExperience] = useState(NOTHING);
  useEffect(() => {
    let left = false;
    void fetch(`/api/jobs/${jobId}/experience`)
      .then(async (answer) => (answer.ok ? answer.json() : NOTHING))
      .then((said: Experience) => {
        if (!left) setExperience(said);
      })
      .catch(() => undefined);
    return () => {
      left = true;
    };
  }, [jobId]);
  return experience;
}
