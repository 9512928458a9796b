import { ARCHETYPES, type ArchetypeName } from '@amber-needle/core/setup';
import { v7 as uuid } from 'uuid';
import { type Sent, send } from '@/components/send';

/** Adds an invented machine with this bank and opens a job on it, so that practice never mixes with a real machine's record. */
export async function openPracticeJob(jobId: string, archetype: ArchetypeName): Promise<Sent<unknown>> {
  const { name, targets } = ARCHETYPES[archetype];
  const machineId = uuid();
  const machine = await send('/api/machines', {
    id: machineId,
    name: `Practice: ${name}`,
    archetype,
    note: 'A simulated engine.',
    idleRpm: targets.idleRpm,
    spreadKPa: targets.spreadKPa,
    practice: true,
  });
  if (machine.outcome !== 'done') return machine;
  return send('/api/jobs', { id: jobId, machineId, complaint: 'Practice on a simulated engine.', practice: true });
}
