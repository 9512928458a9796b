import Type from 'typebox';
import { Instant, text } from '../../validation';

export const closed = { additionalProperties: false };

const UUID = '^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$';

/** An event's id, made by the client (UUID version 7, RFC 9562), so that a repeated delivery is recognised. */
export const EventId = Type.String({ pattern: UUID });

/** A short name of a throat, a screw or a coupling, as its setup gives it. */
export const Part = text(32, 1);

/** Most events that one job's log may hold: what can be written can be exported and imported again. Ours. */
export const MOST_EVENTS = 20_000;

/**
 * What every event has: `version` is that of its kind's schema, `seq` counts from 1 without gaps within a job, `actor` is who did it,
 * where more than one person works on a job.
 */
export function envelope<V extends number>(version: V) {
  return {
    id: EventId,
    seq: Type.Integer({ minimum: 1, maximum: MOST_EVENTS }),
    at: Instant,
    version: Type.Literal(version),
    actor: Type.Optional(text(80, 1)),
  };
}
