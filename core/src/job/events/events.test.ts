import fc from 'fast-check';
import type { TSchema } from 'typebox';
import { describe, expect, it } from 'vitest';
import { idOf, logs } from '../../testing/jobs';
import { INSTANT_PATTERN } from '../../validation';
import { checkEvent, EVENT_KINDS, type JobEvent, kindOf } from './index';
import { OLD_EVENTS } from './oldEvents';

describe('the registration of every kind', () => {
  it.each(EVENT_KINDS.map((kind) => [kind.kind, kind] as const))(
    '%s: an upcaster for each older version',
    (_, kind) => {
      expect(kind.upcasters).toHaveLength(kind.version - 1);
      for (let version = 1; version < kind.version; version += 1) {
        const old = OLD_EVENTS.filter((event) => event.kind === kind.kind && (event.version ?? 1) === version);
        expect(old, `an example of ${kind.kind} as it was in version ${version}`).not.toEqual([]);
        for (const event of old)
          expect(checkEvent(event)).toMatchObject({ outcome: 'valid', value: { version: kind.version } });
      }
    },
  );

  it('marks what older versions said by a name alone', () => {
    const lifted = (kind: string, field: object) => {
      const old = OLD_EVENTS.find((event) => event.kind === kind);
      const checked = checkEvent({ ...old, ...field });
      return checked.outcome === 'valid' ? checked.value : checked.problems;
    };
    expect(lifted('reading', { sourceName: 'Practice engine in this browser' })).toMatchObject({ practice: true });
    expect(lifted('reading', { sourceName: 'A gauge' })).not.toHaveProperty('practice');
    expect(lifted('opened', { machine: 'Practice: Rack of four' })).toMatchObject({ practice: true });
    expect(lifted('finished', {})).toMatchObject({ endsJob: true });
  });

  it('refuses a version that is newer, or none', () => {
    const [old] = OLD_EVENTS;
    for (const version of [99, 0, 1.5, 'two', null])
      expect(checkEvent({ ...old, version })).toMatchObject({ outcome: 'invalid', problems: [{ path: '/version' }] });
  });
});

/** Every schema within a schema, with its path. */
function parts(schema: unknown, path = ''): (readonly [string, Record<string, unknown>])[] {
  if (typeof schema !== 'object' || schema === null) return [];
  const own = { ...schema } as Record<string, unknown>;
  const below = Object.entries(own).flatMap(([key, value]) => parts(value, `${path}/${key}`));
  return typeof own.type === 'string' ? [[path, own], ...below] : below;
}

describe('what may be written down', () => {
  const all = EVENT_KINDS.flatMap(({ kind, schema }) => parts(schema as TSchema, kind));

  it('has both bounds on every number, none so small that its square is nothing', () => {
    const numbers = all.filter(([, { type }]) => type === 'number' || type === 'integer');
    expect(numbers.length).toBeGreaterThan(60);
    for (const [path, { minimum, maximum, exclusiveMinimum, exclusiveMaximum, const: fixed }] of numbers) {
      if (fixed !== undefined) continue;
      const low = Number(minimum ?? exclusiveMinimum);
      expect(low, path).toBeGreaterThanOrEqual(-1e6);
      expect(Number(maximum ?? exclusiveMaximum), path).toBeLessThanOrEqual(1e6);
      // Open at nought would let 5e-324 in.
      expect(exclusiveMinimum, path).not.toBe(0);
    }
  });

  it('has an end to every text and list', () => {
    for (const [path, { type, maxLength, pattern, const: fixed, maxItems }] of all) {
      if (type === 'string' && fixed === undefined) {
        expect(maxLength ?? pattern, path).toBeDefined();
        if (maxLength !== undefined) expect(pattern, path).toBeDefined();
      }
      if (type === 'array') expect(maxItems, path).toBeDefined();
    }
  });

  const problemsWith = (event: unknown) => {
    const checked = checkEvent(event);
    return checked.outcome === 'invalid' ? checked.problems.map(({ path }) => path) : [];
  };
  const note = { kind: 'note', version: 1, id: idOf(1), seq: 1, at: '2026-01-01T00:00:00.000Z', text: 'x' };
  const reading = OLD_EVENTS.find(({ kind }) => kind === 'reading') ?? {};

  it.each([
    '0000-00-00T00:00:00.000Z',
    '2026-13-45T00:00:00.000Z',
    '2026-02-29T00:00:00.000Z',
    '2100-02-29T00:00:00.000Z',
    '2026-04-31T00:00:00.000Z',
    '2026-01-01T24:00:00.000Z',
    '2026-01-01T00:00:60.000Z',
    '2026-01-01T00:00:00Z',
    '9999-01-01T00:00:00.000Z',
  ])('is refused at %s, by the field’s name', (at) => {
    expect(problemsWith({ ...note, at })).toEqual(['/at']);
  });

  it('takes the moments that there are, and no others', () => {
    const exists = new RegExp(INSTANT_PATTERN, 'u');
    const day = fc.tuple(
      fc.integer({ min: 1900, max: 2199 }),
      fc.integer({ min: 1, max: 12 }),
      fc.integer({ min: 1, max: 31 }),
    );
    fc.assert(
      fc.property(day, ([year, month, date]) => {
        const moment = new Date(Date.UTC(year, month - 1, date));
        const text = `${year}-${String(month).padStart(2, '0')}-${String(date).padStart(2, '0')}T00:00:00.000Z`;
        expect(exists.test(text)).toBe(moment.getUTCMonth() === month - 1 && moment.getUTCDate() === date);
      }),
      { numRuns: 3000 },
    );
  });

  it.each(['\ud800', 'a\udc00b', 'x\u0000y'])(
    'is refused with half a symbol or a control character in it: %j',
    (text) => {
      expect(problemsWith({ ...note, text })).toEqual(['/text']);
      expect(problemsWith({ ...note, text: '🔧 ünïcode ⅛\n' })).toEqual([]);
    },
  );

  it.each([1e308, 5e-324, Number.POSITIVE_INFINITY, Number.NaN, -0.001])(
    'is refused with a duration or doubt of %d',
    (wild) => {
      const channels = [{ throat: '1', depressionKPa: 40, uncertaintyKPa: wild, state: 'steady' }];
      expect(problemsWith({ ...reading, channels })).toContain('/channels/0/uncertaintyKPa');
    },
  );

  it('is refused when it is endless or bottomless, without being walked to its end', () => {
    expect(problemsWith({ ...note, text: Array.from({ length: 3_900_000 }, () => 0) })).toEqual(['/']);
    const deep = JSON.parse(`${'['.repeat(5000)}${']'.repeat(5000)}`);
    expect(problemsWith({ ...note, text: deep })).toEqual(['/']);
  });

  it('never breaks the check, whatever it is', () => {
    fc.assert(
      fc.property(logs, fc.nat(), fc.string(), fc.jsonValue(), (log, which, key, value) => {
        const event = log[which % log.length] as JobEvent;
        const keys = [...Object.keys(event), key];
        const broken = { ...event, [keys[which % keys.length] ?? key]: value };
        const checked = checkEvent(broken);
        if (checked.outcome === 'valid') expect(kindOf(checked.value).kind).toBe(checked.value.kind);
        else expect(checked.problems.length).toBeGreaterThan(0);
      }),
      { numRuns: 500 },
    );
  });
});
