import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { PracticeScrew, type PracticeTurning } from './PracticeScrew';

afterEach(cleanup);

function shown(turning: PracticeTurning, position = 0) {
  const turn = vi.fn();
  render(
    <PracticeScrew label="Screw 1" bare={false} position={position} turning={turning} damaged={false} turn={turn} />,
  );
  return { turn, spin: screen.getByRole('spinbutton', { name: 'Screw 1' }) };
}

describe('a screw of the practice engine', () => {
  it.each([
    ['plain', 0.0625, 0.25],
    ['fine', 0.03125, 0.25],
    ['sizes', 1, 1],
  ] as const)(
    'that is turned %s goes by its finest step with an arrow, further with a page key',
    (turning, fine, coarse) => {
      const { turn, spin } = shown(turning);
      for (const key of ['ArrowUp', 'ArrowLeft', 'PageUp', 'PageDown', 'Enter']) fireEvent.keyDown(spin, { key });
      expect(turn.mock.calls.flat()).toEqual([fine, -fine, coarse, -coarse]);
    },
  );

  it('has a button for each step, named by screw, amount and way', () => {
    const { turn } = shown('fine', -0.28125);
    expect(screen.getByRole('spinbutton').textContent).toContain('9/32 out');
    fireEvent.click(screen.getByRole('button', { name: 'Screw 1, 1/32 in' }));
    fireEvent.click(screen.getByRole('button', { name: 'Screw 1, ¼ out' }));
    expect(turn.mock.calls.flat()).toEqual([0.03125, -0.25]);
  });

  it('puts a jet by sizes', () => {
    const { turn } = shown('sizes', 2);
    expect(screen.getByRole('spinbutton').textContent).toContain('2 sizes larger');
    fireEvent.click(screen.getByRole('button', { name: 'Screw 1, 1 size smaller' }));
    expect(turn).toHaveBeenCalledWith(-1);
    expect(screen.getAllByRole('button')).toHaveLength(2);
  });
});
