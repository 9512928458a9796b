import Type from 'typebox';

export const closed = { additionalProperties: false };

const UUID = '^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$';

/** An event's id, made by the client (UUID version 7, RFC 9562), so that a repeated delivery is recognised. */
export const EventId = Type.String({ pattern: UUID });

/** UTC, milliseconds, as `Date.prototype.toISOString` writes it. */
const Instant = Type.String({ pattern: '^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}:\\d{2}\\.\\d{3}Z$' });

/** Every event has these; `seq` counts from 1 without gaps within a job. */
export const envelope = {
  id: EventId,
  seq: Type.Integer({ minimum: 1 }),
  at: Instant,
};
