import { parse } from 'papaparse';
import { describe, expect, it } from 'vitest';
import { mixtureOf, mixtureReport } from '../../mixture';
import { ARCHETYPES } from '../../setup';
import { append } from '../../testing';
import { mixtureCsv } from './mixtureCsv';

describe('the mixture as CSV', () => {
  // RFC 4180: read back by a parser that is not ours.
  it('has a row for each circuit, as found and as left, and nothing where nothing was seen', () => {
    const opened = append([], { kind: 'opened', machine: 'Heron', complaint: '', setup: ARCHETYPES.vTwin });
    const planned = append(opened, {
      kind: 'mixturePlan',
      instruments: ['sensor'],
      rule: { by: 'lambda', target: 0.95 },
      fuel: { ethanol: 0, methanol: 0 },
      ignition: 'modest',
      order: 'mixtureOnly',
    });
    const seen = append(planned, {
      kind: 'mixtureSeen',
      seen: { how: 'sensor', figures: [{ exhaust: '1', lambda: 0.96 }] },
    });
    const mixture = mixtureOf(ARCHETYPES.vTwin, append(seen, { kind: 'move', adjuster: 'M2', turns: 0.25 }));
    const { data, errors } = parse<Record<string, string>>(
      mixture === undefined ? '' : mixtureCsv(mixtureReport(mixture)),
      {
        header: true,
        skipEmptyLines: true,
      },
    );
    expect(errors).toEqual([]);
    expect(data.map(({ throat, screw, turns_in }) => [throat, screw, turns_in])).toEqual([
      ['1', 'M1', '0.0000'],
      ['2', 'M2', '0.2500'],
    ]);
    expect(Number(data[0]?.left_lambda)).toBeCloseTo(0.96, 1);
    expect(Number(data[0]?.left_uncertainty)).toBeLessThan(0.03);
    expect(data[1]?.left_lambda).toBe('');
  });
});
