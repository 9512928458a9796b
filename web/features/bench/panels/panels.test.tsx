import { describeTable } from '@amber-needle/core/trace';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { keyFor, type OwnKeys, setOwnKeys } from '@/words/keys';
import { DescribeTable } from './DescribeTable';
import { OwnKeysPanel } from './OwnKeysPanel';

afterEach(() => {
  cleanup();
  setOwnKeys({});
});

function Panel() {
  const [own, setOwn] = useState<OwnKeys>({});
  const choose = (keys: OwnKeys) => {
    setOwnKeys(keys);
    setOwn(keys);
  };
  return <OwnKeysPanel own={own} onChoose={choose} onClose={() => {}} />;
}

describe('a table with names of its own', () => {
  const proposal = describeTable('time;MAP 1;volts\n0;40;13,8\n1;41;13,9\n');
  if (proposal === undefined) throw new Error('a table was given');

  it('is taken as proposed, or as it was corrected', () => {
    const take = vi.fn();
    render(<DescribeTable proposal={proposal} onTake={take} />);
    fireEvent.change(screen.getByLabelText('volts is'), { target: { value: 'pressure 2' } });
    fireEvent.change(screen.getByLabelText('Unit of volts'), { target: { value: 'psi' } });
    fireEvent.click(screen.getByRole('button', { name: 'Read it so' }));
    expect(take).toHaveBeenCalledWith(
      expect.objectContaining({
        reference: 'absolute',
        barometerKPa: 101.3,
        columns: [
          { is: 'time', scale: expect.any(String) },
          { is: 'pressure', channel: 1, unit: 'kpa' },
          { is: 'pressure', channel: 2, unit: 'psi' },
        ],
      }),
    );
  });

  it('says what is missing, and is not taken until it is there', () => {
    const take = vi.fn();
    render(<DescribeTable proposal={proposal} onTake={take} />);
    fireEvent.change(screen.getByLabelText('time is'), { target: { value: 'nothing' } });
    expect(screen.getByRole('alert').textContent).toContain('which one column is the time');
    fireEvent.click(screen.getByRole('button', { name: 'Read it so' }));
    expect(take).not.toHaveBeenCalled();
  });
});

describe('keys of a device’s own', () => {
  it('are taken by pressing them; whose key was taken has none, and all come back as shipped', () => {
    render(<Panel />);
    fireEvent.click(screen.getByRole('button', { name: /the next step/ }));
    fireEvent.keyDown(window, { key: 'R' });
    expect(keyFor('next').key).toBe('r');
    expect(keyFor('readNow')).toEqual({ key: '', cap: '–', spoken: 'none' });
    fireEvent.click(screen.getByRole('button', { name: 'As shipped' }));
    expect([keyFor('next').cap, keyFor('readNow').cap]).toEqual(['Space', 'R']);
  });

  it('leave Escape and Tab to the dialog', () => {
    render(<Panel />);
    fireEvent.click(screen.getByRole('button', { name: /undo/ }));
    fireEvent.keyDown(window, { key: 'Tab' });
    expect(keyFor('undo').key).toBe('u');
  });
});
