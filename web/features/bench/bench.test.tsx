import { DEFAULT_PRACTICE, type PracticeChoices } from '@amber-needle/core/practice';
import { ARCHETYPES } from '@amber-needle/core/setup';
import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { KPA } from '@/words/deviceUnit';
import { keyFor } from '@/words/keys';
import { Fan } from './fan/Fan';
import { type BenchKey, KeyLegend } from './KeyLegend';
import { ChooseFaults } from './practice/ChooseFaults';
import { SpeedReadout } from './SpeedReadout';

afterEach(cleanup);

function Keys({ keys }: { readonly keys: readonly BenchKey[] }) {
  return <KeyLegend keys={keys} />;
}

describe('the keys of the bench', () => {
  const key = (label: string, more: Partial<BenchKey> = {}): BenchKey => ({
    ...keyFor('readNow'),
    label,
    run: vi.fn(),
    ...more,
  });

  it('are buttons too, and do the same pressed either way', () => {
    const read = key('read now');
    render(<Keys keys={[read]} />);
    fireEvent.click(screen.getByRole('button', { name: /read now/ }));
    fireEvent.keyDown(document.body, { key: 'R' });
    expect(read.run).toHaveBeenCalledTimes(2);
  });

  it('do nothing while they are blocked, while someone types, or held down', () => {
    const blocked = key('settling', { disabled: true });
    const { rerender } = render(<Keys keys={[blocked]} />);
    fireEvent.keyDown(document.body, { key: 'r' });
    expect(blocked.run).not.toHaveBeenCalled();
    const read = key('read now');
    rerender(
      <>
        <Keys keys={[read]} />
        <input aria-label="Note" />
      </>,
    );
    fireEvent.keyDown(screen.getByLabelText('Note'), { key: 'r' });
    fireEvent.keyDown(document.body, { key: 'r', repeat: true });
    fireEvent.keyDown(document.body, { key: 'r', ctrlKey: true });
    expect(read.run).not.toHaveBeenCalled();
  });
});

describe('the fan', () => {
  it('tells each throat’s distance and doubt to who cannot see it, and draws no needle of what was not measured', () => {
    const needle = (throat: string, deviation: number) => ({
      throat,
      deviation,
      uncertainty: 0.1,
      figure: 40,
      state: 'steady' as const,
    });
    const { container } = render(
      <Fan
        needles={[needle('1', 1.2), needle('2', -1.2), needle('3', Number.NaN)]}
        ghosts={[]}
        tolerance={1}
        unit={KPA}
        end={2}
        stale={false}
      />,
    );
    const said = screen.getByRole('img').getAttribute('aria-label') ?? '';
    expect(said).toMatch(/1.*\+1\.2/);
    expect(said).toMatch(/2.*−1\.2/);
    expect(said).not.toMatch(/3/);
    expect(container.innerHTML).not.toContain('NaN');
  });
});

describe('the speed', () => {
  const { targets } = ARCHETYPES.twin;
  it('stands beside the band it should idle in, and says when the engine misses', () => {
    render(<SpeedReadout rpm={1142} targets={targets} flutter={{ kPa: 0.4, misfires: true }} />);
    expect(screen.getByTestId('rpm').textContent).toContain('1\u202f142');
    expect(document.body.textContent).toContain('misfire or valve?');
  });
  it('is a dash where nothing tells it', () => {
    render(<SpeedReadout rpm={undefined} targets={targets} flutter={undefined} />);
    expect(screen.getByTestId('rpm').textContent).toContain('–');
  });
});

function Choosing() {
  const [choices, setChoices] = useState<PracticeChoices>(DEFAULT_PRACTICE);
  return (
    <ChooseFaults
      setup={ARCHETYPES.rack4}
      choices={choices}
      change={(part) => setChoices((before) => ({ ...before, ...part }))}
    />
  );
}

describe('choosing faults', () => {
  it('adds to a list, takes out of it, and an empty list is a sound engine', () => {
    render(<Choosing />);
    const add = screen.getByLabelText<HTMLSelectElement>('Add a fault');
    const pick = (name: RegExp) => {
      const option = [...add.options].find(({ textContent }) => name.test(textContent ?? ''));
      fireEvent.change(add, { target: { value: option?.value } });
    };
    pick(/^Air leak behind throat 2/);
    pick(/^Hoses 1 and 2 exchanged/);
    expect(screen.getAllByRole('button', { name: /^Take out/ })).toHaveLength(2);
    expect(screen.getByLabelText<HTMLInputElement>('Nothing').checked).toBe(false);
    const takeOut = () => screen.queryAllByRole('button', { name: /^Take out/ })[0];
    for (let button = takeOut(); button !== undefined; button = takeOut()) fireEvent.click(button);
    expect(screen.getByLabelText<HTMLInputElement>('Nothing').checked).toBe(true);
  });
});
