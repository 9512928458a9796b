import { statfs } from 'node:fs/promises';
import { Refused } from './refused';

/**
 * Below so much room nothing is written any more, bytes: a database that runs into the end of its disk in the middle of a change may end
 * itself. Ours: the largest attachment and what the database keeps beside it.
 */
const LEAST_ROOM = 128 * 1024 * 1024;
const LOOK_EVERY_MS = 500;

let lookedAt = 0;
let room = Number.POSITIVE_INFINITY;

export const NO_ROOM =
  'There is no room left on the disk. What was saved is safe; make room, and this can be saved too.';

/**
 * Refuses to write on a disk that is all but full, where the start command has said which disk it is (`AMBER_NEEDLE_DISK`). It is looked
 * at again and again, so writing goes on as soon as there is room.
 * @throws Refused 507
 */
export async function requireRoom(now = Date.now()): Promise<void> {
  const disk = process.env.AMBER_NEEDLE_DISK;
  if (disk === undefined || disk === '') return;
  if (now - lookedAt > LOOK_EVERY_MS) {
    lookedAt = now;
    room = await statfs(disk).then(
      ({ bavail, bsize }) => bavail * bsize,
      () => Number.POSITIVE_INFINITY,
    );
  }
  if (room < LEAST_ROOM) throw new Refused(507, NO_ROOM);
}
