import { createElement } from 'react';
import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, it } from 'vitest';
import { KPA } from '@/words/deviceUnit';
import type { Needle } from '../view/needles';
import { Fan } from './Fan';
import { angleOf, arcPath, FAN, pointAt, wedgePath } from './fanGeometry';
import { Trail } from './Trail';
import { TurnDial } from './TurnDial';

const needle = (throat: string, deviation: number, uncertainty = 0.05): Needle => ({
  throat,
  deviation,
  uncertainty,
  figure: 40,
  state: 'steady',
});

const draw = (needles: readonly Needle[], ghosts: readonly number[] = []) =>
  renderToStaticMarkup(createElement(Fan, { needles, ghosts, tolerance: 0.5, unit: KPA, end: 1, stale: false }));

const count = (text: string, part: string) => text.split(part).length - 1;

describe('the geometry of the fan', () => {
  it('has the group upright and the ends of the arc at either side', () => {
    expect(pointAt(angleOf(0, 2), 100).x).toBeCloseTo(FAN.pivotX, 9);
    expect(pointAt(angleOf(2, 2), 100).x - FAN.pivotX).toBeCloseTo(FAN.pivotX - pointAt(angleOf(-2, 2), 100).x, 9);
  });

  it('parks what is off the scale just past the end, on its own side', () => {
    expect(angleOf(50, 2)).toBe(angleOf(3, 2));
    expect(angleOf(50, 2)).toBeGreaterThan(angleOf(2, 2));
    expect(angleOf(-50, 2)).toBeLessThan(angleOf(-2, 2));
  });

  it('writes paths without endless digits: they differ between server and browser', () => {
    for (const path of [arcPath(-2, -1, 434), wedgePath(-2, -1, 434)]) expect(path).not.toMatch(/\d\.\d{3}/);
  });
});

describe('the fan', () => {
  it('tells a screen reader what it shows', () => {
    expect(draw([needle('1', -0.4), needle('2', 0.4)])).toContain(
      'The fan, from the group: cylinder 1 −0.4 kPa, cylinder 2 +0.4 kPa',
    );
    expect(draw([])).toContain('no needle yet');
  });

  it('draws a wedge of doubt and a numbered tag for each needle, and none for a lost one', () => {
    const drawn = draw([needle('1', 0.1), { ...needle('2', Number.NaN), state: 'lost' }]);
    expect(count(drawn, 'fill-amber-soft')).toBe(1);
    expect(drawn).toContain('>1</text>');
    expect(drawn).not.toContain('>2</text>');
  });

  it('draws ghosts where the needles should land', () => {
    expect(count(draw([needle('1', 0.4), needle('2', -0.4)], [0.1, -0.1]), 'stroke-ghost')).toBe(2);
  });

  it('draws a doubtful needle wider than a sure one', () => {
    const width = (uncertainty: number) => {
      const wedge = /L([\d.]+),[\d.]+ A\d+,\d+ 0 0 1 ([\d.]+),[\d.]+ Z" class="fill-amber-soft"/.exec(
        draw([needle('1', 0, uncertainty)]),
      );
      return Number(wedge?.[2]) - Number(wedge?.[1]);
    };
    expect(width(0.2)).toBeGreaterThan(width(0.05));
  });
});

describe('the small drawings', () => {
  it('keep the last four readings of the trail', () => {
    const fans = ['as found', 'A ⅛ in', 'B ¼ out', 'K ½ in', 'coupled'].map((label) => ({
      id: label,
      label,
      deviations: [0.1, -0.1],
    }));
    const drawn = renderToStaticMarkup(createElement(Trail, { fans, tolerance: 0.5 }));
    expect(drawn).not.toContain('as found');
    expect(count(drawn, '<li')).toBe(4);
  });

  it('draw a turn the way the hand goes: the sweep flag is clockwise for in', () => {
    const sweep = (turns: number) =>
      /A46,46 0 (\d) (\d)/
        .exec(renderToStaticMarkup(createElement(TurnDial, { turns })))
        ?.slice(1)
        .join('');
    expect(sweep(0.25)).toBe('01');
    expect(sweep(-0.25)).toBe('00');
    expect(sweep(0.75)).toBe('11');
    expect(sweep(1)).toBe('11');
  });
});
