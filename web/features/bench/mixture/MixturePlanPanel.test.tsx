import { BLENDS } from '@amber-needle/core/fuel';
import { ARCHETYPES } from '@amber-needle/core/setup';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { MixturePlanPanel } from './MixturePlanPanel';

afterEach(cleanup);

function shown() {
  const take = vi.fn();
  render(<MixturePlanPanel setup={ARCHETYPES.vTwin} plan={undefined} alone={false} onTake={take} onClose={() => {}} />);
  return take;
}

const work = () => fireEvent.click(screen.getByRole('button', { name: 'Work at the mixture' }));

describe('how the mixture is looked at', () => {
  it('is the tachometer where nothing else is said, with the rule that follows from it', () => {
    const take = shown();
    work();
    expect(take).toHaveBeenCalledWith(
      expect.objectContaining({ instruments: ['tachometer'], rule: { by: 'leanBest' }, order: 'balanceFirst' }),
    );
    expect(take.mock.calls[0]?.[0]).not.toHaveProperty('scale');
  });

  it('asks which fuel an air/fuel gauge is scaled for only where a sensor is at hand and alcohol burns', () => {
    const take = shown();
    const asked = () => screen.queryByLabelText('An air/fuel gauge is scaled for');
    expect(asked()).toBeNull();
    fireEvent.click(screen.getByLabelText(/lambda sensor/));
    fireEvent.change(screen.getByLabelText('Fuel'), { target: { value: 'petrol' } });
    expect(asked()).toBeNull();
    fireEvent.change(screen.getByLabelText('Fuel'), { target: { value: 'e85' } });
    fireEvent.change(screen.getByLabelText('An air/fuel gauge is scaled for'), { target: { value: 'fuel' } });
    work();
    expect(take).toHaveBeenCalledWith(expect.objectContaining({ scale: 'fuel', fuel: BLENDS.e85 }));
  });

  it('aims at less carbon monoxide with a strong ignition', () => {
    const take = shown();
    fireEvent.click(screen.getByLabelText('tachometer'));
    fireEvent.click(screen.getByLabelText(/CO/));
    fireEvent.change(screen.getByLabelText('Fuel'), { target: { value: 'petrol' } });
    work();
    fireEvent.change(screen.getByLabelText('Ignition'), { target: { value: 'strong' } });
    work();
    expect(take.mock.calls.map(([plan]) => plan.rule)).toEqual([
      { by: 'co', percent: 1.8 },
      { by: 'co', percent: 0.5 },
    ]);
  });

  it('cannot be nothing', () => {
    shown();
    fireEvent.click(screen.getByLabelText('tachometer'));
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Work at the mixture' }).disabled).toBe(true);
    expect(screen.getByText(/Exhaust outdoors or into extraction/)).toBeTruthy();
  });
});
