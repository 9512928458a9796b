import { describe, expect, it } from 'vitest';
import { decimalsFor, measured, numeral, percent, speed } from './numbers';
import { fraction, positionText, turnText } from './turns';

describe('numbers', () => {
  it('have true minus signs, thousands apart and no signed zero', () => {
    expect(numeral(-1.24, 1)).toBe('−1.2');
    expect(numeral(0.71, 1, true)).toBe('+0.7');
    expect(numeral(-0.04, 1, true)).toBe('0.0');
    expect(speed(1142.4)).toBe('1\u202f142\u202frpm');
  });

  it('carry no more digits than their uncertainty', () => {
    expect(measured(38.712, 0.21, 'kPa')).toBe('38.7\u202f±\u202f0.2\u202fkPa');
    expect(measured(38.712, 0.031, 'kPa')).toBe('38.71\u202f±\u202f0.03\u202fkPa');
    expect(measured(38.7, 2.6, 'kPa')).toBe('39\u202f±\u202f3\u202fkPa');
    expect([0.01, 0.3, 2].map(decimalsFor)).toEqual([2, 1, 0]);
  });

  it('never round a probability up to certainty', () => {
    expect(percent(0.9999)).toBe('over 99\u202f%');
    expect(percent(0.0001)).toBe('under 1\u202f%');
    expect(percent(0.954)).toBe('95\u202f%');
  });
});

describe('turns as people say them', () => {
  it.each([
    [0.125, '⅛'],
    [-0.1875, '3/16'],
    [1 / 32, '1/32'],
    [1 + 5 / 32, '1 and 5/32'],
    [1, '1'],
    [1.25, '1¼'],
    [1.3125, '1 and 5/16'],
    [0, '0'],
  ])('%d is %s', (turns, text) => expect(fraction(turns)).toBe(text));

  it('say which way: in is clockwise from the head', () => {
    expect(turnText(0.25)).toBe('¼ turn in');
    expect(turnText(-1.5)).toBe('1½ turns out');
    expect(positionText(0)).toBe('as found');
    expect(turnText(1, true)).toBe('1 size larger');
    expect(positionText(-2, true)).toBe('2 sizes smaller');
    expect(positionText(0, true)).toBe('as found');
    expect(positionText(-0.0625)).toBe('1/16 out');
  });
});
