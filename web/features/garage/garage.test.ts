import { describe, expect, it } from 'vitest';
import { jobStateText, particularsText } from '@/words/garageWords';
import { cursorOf, cursorText, garageQuery, wordsOf } from './garageQuery';
import { importedText, isWorkshopFile, machinesIn, tooLargeText } from './importWords';

describe('what the garage is asked for', () => {
  it('comes from the address; what makes no sense there is left out', () => {
    expect(garageQuery({})).toEqual({
      place: 'workshop',
      openOnly: false,
      bank: undefined,
      words: [],
      after: undefined,
    });
    expect(garageQuery({ show: 'open', bank: ' Twin ', q: 'red  bell' })).toMatchObject({
      place: 'workshop',
      openOnly: true,
      bank: 'Twin',
      words: ['red', 'bell'],
    });
    expect(garageQuery({ show: 'deleted' })).toMatchObject({ place: 'deleted' });
    expect(garageQuery({ show: 'elsewhere', after: 'nonsense', bank: ['a', 'b'] })).toMatchObject({
      place: 'workshop',
      bank: 'a',
      after: undefined,
    });
  });

  it('looks for words, never for the signs that a search has a meaning for', () => {
    expect(wordsOf('+red* -"tank" (AMÉLIE) XY-12')).toEqual(['red', 'tank', 'AMÉLIE', 'XY', '12']);
    expect(wordsOf('@<>~')).toEqual([]);
    expect(wordsOf('a '.repeat(500)).length).toBeLessThanOrEqual(8);
  });

  it('goes on from where a page ended', () => {
    const cursor = { hasOpen: true, workedAt: '2026-01-01T00:00:00.000Z', id: '01900000-0000-7000-8000-0000000000a1' };
    expect(cursorOf(cursorText(cursor))).toEqual(cursor);
    for (const wrong of ['', '1~x~y', `2~${cursor.workedAt}~${cursor.id}`, `1~${cursor.workedAt}~' OR 1=1`])
      expect(cursorOf(wrong)).toBeUndefined();
  });
});

describe('the words of the garage', () => {
  it('tell a machine in a line, and a job by how it stands', () => {
    const machine = { bank: 'Twin', owner: 'A. Bell', plate: '', note: 'Red.', practice: false };
    expect(particularsText(machine)).toBe('Twin · A. Bell · Red.');
    expect(particularsText({ ...machine, bank: '', practice: true })).toBe(
      'practice engine · bank cannot be read · A. Bell · Red.',
    );
    expect(jobStateText({ status: 'open', outcome: undefined })).toBe('Open');
    expect(jobStateText({ status: 'finished', outcome: 'balanced' })).toBe('Balanced, not closed');
    expect(jobStateText({ status: 'closed', outcome: 'leftAsIs' })).toBe('Left as is');
    expect(jobStateText({ status: 'closed', outcome: undefined })).toBe('Closed');
  });

  it('tell what a file is, whose a job may be, and what came of it', () => {
    expect(isWorkshopFile({ name: 'A.ZIP', type: '' })).toBe(true);
    expect(isWorkshopFile({ name: 'job.json', type: 'application/json' })).toBe(false);
    expect(tooLargeText({ name: 'film.json', type: '', size: 99 * 1024 * 1024 })).toContain('99 MB');
    expect(tooLargeText({ name: 'all.zip', type: '', size: 99 * 1024 * 1024 })).toBeUndefined();
    const details = [{ machine: { id: 'x', name: 'Rill', bank: 'Twin', owner: '', plate: 'XY 1', note: '' } }];
    const asked = { outcome: 'refused', status: 409, message: '', details } as const;
    expect(machinesIn(asked)).toEqual([{ id: 'x', text: 'Rill: Twin · XY 1' }]);
    expect(machinesIn({ ...asked, status: 422 })).toEqual([]);
    expect(machinesIn({ ...asked, details: [{ jobId: 'y' }] })).toEqual([]);
    expect(importedText({ machines: 2, jobs: 5, attachments: 0, known: 3 })).toBe(
      'Taken in: 2 machines and 5 jobs. 3 jobs were here already.',
    );
  });
});
