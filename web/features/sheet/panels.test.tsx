import { foldJob } from '@amber-needle/core/job';
import { ARCHETYPES } from '@amber-needle/core/setup';
import { sheetOf, type TimedRun, timedTestOf } from '@amber-needle/core/sheet';
import { append } from '@amber-needle/core/testing';
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { CautionBox } from './CautionBox';
import { FigureInput } from './FigureInput';
import { PartsDialog } from './PartsDialog';
import { SheetGrid } from './SheetGrid';
import { SkipDialog } from './SkipDialog';
import { TimerPanel } from './TimerPanel';
import { columnsOf, rowsView } from './view/sheetView';
import { WayList } from './WayList';

afterEach(cleanup);

const { rack4 } = ARCHETYPES;
const log = [
  { kind: 'opened', machine: 'Alder', complaint: '', setup: rack4 } as const,
  ...['32.5', '32.5', '35', '32.5'].map(
    (typed, i) =>
      ({
        kind: 'measured',
        quantity: 'pilotJet',
        place: `No. ${i + 1}`,
        when: 'found',
        typed,
        result: { is: 'figure', value: Number(typed), unit: 'stamp' },
      }) as const,
  ),
].reduce(append, []);
const job = foldJob(log);
if (job === undefined) throw new Error('the log was opened');
const sheet = sheetOf(job);
const bench = sheet.stages.find(({ id }) => id === 'benchWork');
if (bench === undefined) throw new Error('no bench work');

describe('the rows', () => {
  it('have the carburetors side by side, the odd one said in words too, and what it means', () => {
    const go = vi.fn();
    const here = { step: 'pilotJet', place: 'No. 3' };
    render(<SheetGrid rows={rowsView(bench, here, {})} columns={columnsOf(bench)} onGo={go} />);
    expect(screen.getAllByRole('columnheader').map((head) => head.textContent)).toEqual([
      'as found → set',
      '1',
      '2',
      '3',
      '4',
      'side by side, specification lit',
    ]);
    const odd = screen.getByRole('button', { name: 'Pilot jet 3: 35, look at it' });
    expect(odd.getAttribute('aria-current')).toBe('location');
    expect(screen.getByText(/Another pilot jet than its sisters/)).toBeDefined();
    expect(screen.getByRole('img', { name: 'Pilot jet: 4 written; 3 differs from its sisters' })).toBeDefined();
    fireEvent.click(screen.getByRole('button', { name: 'Main jet 2: open' }));
    expect(go).toHaveBeenCalledWith({ step: 'mainJet', place: 'No. 2' });
  });

  it('stand beside the way, with where we are', () => {
    const go = vi.fn();
    render(<WayList sheet={sheet} estimates={[]} here="benchWork" onGo={go} />);
    const now = screen.getByRole('button', { current: 'step' });
    expect(now.textContent).toContain('Bench work4 of');
    fireEvent.click(screen.getByRole('button', { name: /Cold start/ }));
    expect(go).toHaveBeenCalledWith(expect.objectContaining({ id: 'coldStart' }));
  });
});

describe('the box for a figure', () => {
  it('takes digits, and gives letters and arrows to the sheet', () => {
    const [change, enter, arrow, letter] = [vi.fn(), vi.fn(), vi.fn(), vi.fn()];
    render(
      <FigureInput
        label="Float height"
        unit="mm"
        value=""
        error="26.2.1 is no figure"
        onChange={change}
        onEnter={enter}
        onArrow={arrow}
        onLetter={letter}
      />,
    );
    const box = screen.getByRole('textbox', { name: 'Float height' });
    expect(document.activeElement).toBe(box);
    fireEvent.change(box, { target: { value: '26' } });
    expect(change).toHaveBeenCalledWith('26');
    for (const key of ['Enter', 'ArrowDown', 'u', '+']) fireEvent.keyDown(box, { key });
    expect(enter).toHaveBeenCalledOnce();
    expect(arrow).toHaveBeenCalledWith('down');
    expect(letter.mock.calls).toEqual([['u'], ['+']]);
    expect(screen.getByRole('alert').textContent).toBe('26.2.1 is no figure');
  });
});

describe('what is asked beside a step', () => {
  it('is why it is skipped, once, in a usual word or in others', () => {
    const skip = vi.fn();
    render(<SkipDialog order="Timing" onSkip={skip} onClose={() => {}} />);
    expect(screen.getByRole('button', { name: 'Skip it' })).toHaveProperty('disabled', true);
    fireEvent.change(screen.getByLabelText('In other words'), { target: { value: ' no light ' } });
    fireEvent.click(screen.getByRole('button', { name: 'Skip it' }));
    fireEvent.click(screen.getByRole('button', { name: 'no tool here' }));
    expect(skip.mock.calls).toEqual([['no light'], ['no tool here']]);
  });

  it('is a caution, with who decides', () => {
    render(<CautionBox cautions={['water']} />);
    expect(screen.getByRole('region', { name: 'Caution' }).textContent).toContain('before it turns');
    expect(screen.getByText(/licensed people/)).toBeDefined();
    cleanup();
    render(<CautionBox cautions={[]} />);
    expect(screen.queryByRole('region')).toBeNull();
  });

  it('is where parts stand: none may be left over', () => {
    const say = vi.fn(() => true);
    render(
      <PartsDialog
        machine="Alder"
        parts={[
          { name: 'Bowl gasket', count: 4, state: 'open' },
          { name: 'Spring', count: 1, state: 'leftOver' },
        ]}
        cameOff={[]}
        onSay={say}
        onClose={() => {}}
      />,
    );
    const dialog = within(screen.getByRole('dialog'));
    expect(dialog.getByText(/Left over: Spring/)).toBeDefined();
    fireEvent.change(dialog.getByLabelText('Bowl gasket, where it stands'), { target: { value: 'fitted' } });
    fireEvent.change(dialog.getByLabelText('What came off'), { target: { value: 'choke link' } });
    fireEvent.submit(dialog.getByLabelText('What came off'));
    expect(say.mock.calls).toEqual([
      [{ kind: 'part', name: 'Bowl gasket', count: 4, state: 'fitted' }],
      [{ kind: 'cameOff', what: 'choke link' }],
    ]);
  });
});

describe('a timed test', () => {
  const test = timedTestOf('staticFuel');
  const startedAt = '2026-01-01T00:00:00.000Z';
  const after = (seconds: number) => () => Date.parse(startedAt) + 1000 * seconds;
  const show = (run: TimedRun | undefined, seconds: number, say = vi.fn()) => {
    if (test === undefined) throw new Error('no test');
    render(
      <TimerPanel
        jobId="j"
        setup={rack4}
        test={test}
        place="Inlet No. 1 and No. 2"
        run={run}
        now={after(seconds)}
        onSay={say}
        onSuspects={() => {}}
      />,
    );
    return say;
  };
  const run: TimedRun = { startedAt, attitude: undefined, marks: [], ended: undefined };

  it('begins with Enter, on the time that it is given, and says the attitude', () => {
    const say = show(undefined, 5);
    fireEvent.keyDown(window, { key: 'Enter' });
    expect(say).toHaveBeenCalledWith({
      is: 'started',
      serverAt: '2026-01-01T00:00:05.000Z',
      attitude: 'upright, at the angle it has on the engine',
    });
  });

  it('marks by number what runs over, and passes only after its minute', () => {
    const say = show(run, 30);
    expect(screen.getByTestId('clock').textContent).toBe('0:30');
    fireEvent.keyDown(window, { key: 'Enter' });
    expect(say).not.toHaveBeenCalled();
    fireEvent.keyDown(window, { key: '2' });
    expect(say).toHaveBeenCalledWith({ is: 'marked', afterS: 30, mark: 'overflow', place: 'No. 2' });
    cleanup();
    const later = show(run, 61);
    fireEvent.keyDown(window, { key: 'Enter' });
    expect(later).toHaveBeenCalledWith({ is: 'ended', outcome: 'passed', afterS: 61 });
  });

  it('says why it failed, and leads to the suspects', () => {
    const marks = [{ mark: 'overflow', afterS: 8, place: 'No. 2', value: undefined }];
    show({ ...run, marks, ended: { outcome: 'failed', afterS: 9 } }, 20);
    expect(screen.getByText(/No. 2 ran over after 8 s/)).toBeDefined();
    expect(screen.getByRole('button', { name: 'See the suspects' })).toBeDefined();
    expect(screen.getByTestId('main-key').textContent).toContain('Start again');
  });
});
