import { ARCHETYPES } from '@amber-needle/core/setup';
import { append, opened } from '@amber-needle/core/testing';
import { cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { createSuspecter } from '@/workers/suspecter';
import { CuresBefore } from './CuresBefore';
import { ExchangePanel } from './ExchangePanel';
import { ObservePanel } from './ObservePanel';
import { RemedyCard } from './RemedyCard';
import { SuspectList } from './SuspectList';
import { TestAside } from './TestAside';
import { ToldList } from './ToldList';
import { suspectsView } from './view/suspectsView';

afterEach(cleanup);

const { rack4, flatFour } = ARCHETYPES;
const begun = append([], { kind: 'opened', machine: 'Tarn', complaint: '', setup: rack4 });
const told = [
  { kind: 'observed', observation: 'stood', seen: true } as const,
  { kind: 'observed', observation: 'screwDead', place: '3', seen: true } as const,
].reduce(append, begun);
const suspects = createSuspecter()(told, {});

describe('the list of suspects', () => {
  it('has each with its probability and its reasons, and sums up the rest', () => {
    render(<SuspectList view={suspectsView(rack4, suspects, suspects.tests[0]?.answers[0])} />);
    const rows = within(screen.getByRole('list', { name: 'Suspects' })).getAllByRole('listitem');
    expect(rows[0]?.textContent).toMatch(/Idle passage or pilot jet blocked, 3\d+/);
    expect(rows[0]?.textContent).toContain('mixture screw changes nothing, 3');
    expect(rows.at(-1)?.textContent).toContain('what is on no map');
  });
});

describe('the next test', () => {
  const [test, next] = suspects.tests;
  if (test === undefined || next === undefined) throw new Error('two tests were worth doing');
  const shown = (ready: boolean) => {
    const [onAnswer, onPutOff, onLook] = [vi.fn(), vi.fn(), vi.fn()];
    const props = { setup: rack4, test, next, looked: 0, ready, onLook, onAnswer, onPutOff };
    render(<TestAside {...props} />);
    return { onAnswer, onPutOff, onLook };
  };

  it('is answered by its answers, or put off; looking at one shows where it leads', () => {
    const { onAnswer, onPutOff, onLook } = shown(true);
    const buttons = screen.getAllByRole('button');
    expect(buttons.map((button) => button.getAttribute('aria-keyshortcuts'))).toEqual(
      [...test.test.answers.keys(), test.test.answers.length].map((i) => String(i + 1)),
    );
    fireEvent.mouseEnter(buttons[1] ?? document.body);
    expect(onLook).toHaveBeenCalledWith(1);
    fireEvent.click(buttons[1] ?? document.body);
    expect(onAnswer).toHaveBeenCalledWith(test.test.answers[1].id);
    fireEvent.click(screen.getByRole('button', { name: /Cannot do that now/ }));
    expect(onPutOff).toHaveBeenCalledOnce();
  });

  it('is answered by nothing while the last answer is weighed', () => {
    const { onAnswer } = shown(false);
    for (const button of screen.getAllByRole('button')) fireEvent.click(button);
    expect(onAnswer).not.toHaveBeenCalled();
  });
});

describe('what was noticed', () => {
  it('is proposed from the complaint, told with its place, and marked as told', () => {
    const onTell = vi.fn();
    const panel = { setup: rack4, complaint: 'puddle this morning', told: suspects.told, onTell, onClose: () => {} };
    render(<ObservePanel {...panel} />);
    const puddle = screen.getByRole('listitem', { name: /drips from its overflow/ });
    fireEvent.change(within(puddle).getByRole('combobox'), { target: { value: '2' } });
    fireEvent.click(within(puddle).getByRole('button', { name: 'Seen' }));
    expect(onTell).toHaveBeenCalledWith('puddle', '2', true);
    fireEvent.change(screen.getByLabelText('Or by when'), { target: { value: 'history' } });
    expect(screen.getByRole('listitem', { name: 'it stood for months' }).textContent).toContain('seen');
    fireEvent.click(
      within(screen.getByRole('listitem', { name: 'the fuel in it is old' })).getByRole('button', { name: 'Not seen' }),
    );
    expect(onTell).toHaveBeenLastCalledWith('oldFuel', undefined, false);
  });

  it('says so when no word is known', () => {
    const panel = { setup: rack4, complaint: 'it is', told: [], onTell: () => {}, onClose: () => {} };
    render(<ObservePanel {...panel} />);
    expect(screen.getByText(/No words that the map knows/)).toBeDefined();
  });

  it('can be taken back, but not what the bench saw by itself', () => {
    const onTakeBack = vi.fn();
    const flutters = { kind: 'observed', observation: 'flutters', place: '1', seen: true } as const;
    const all = [...suspects.told, { evidence: flutters, eventId: undefined }];
    render(<ToldList setup={rack4} told={all} onTakeBack={onTakeBack} />);
    expect(screen.getByText('seen by the bench')).toBeDefined();
    expect(screen.getAllByRole('button')).toHaveLength(suspects.told.length);
    fireEvent.click(screen.getByRole('button', { name: 'Take back: it stood for months' }));
    expect(onTakeBack).toHaveBeenCalledWith(suspects.told[0]?.eventId);
  });
});

describe('what was exchanged', () => {
  it('is taken down once two places and an outcome are chosen, with its conclusion and its picture', () => {
    const [onTell, onClose] = [vi.fn(), vi.fn()];
    render(<ExchangePanel setup={flatFour} onTell={onTell} onClose={onClose} />);
    const done = screen.getByRole('button', { name: 'Take it down' });
    expect(done.hasAttribute('disabled')).toBe(true);
    fireEvent.change(screen.getByLabelText('The'), { target: { value: 'carburetors' } });
    fireEvent.change(screen.getByLabelText('with the fault'), { target: { value: '1' } });
    fireEvent.change(screen.getByLabelText('with a sound one'), { target: { value: '1' } });
    fireEvent.click(screen.getByRole('button', { name: 'The fault stayed' }));
    expect(screen.getByText(/the carburetors are not it/)).toBeDefined();
    expect(screen.getByRole('img', { name: 'carburetors exchanged: the fault stayed' })).toBeDefined();
    // A place cannot change with itself.
    expect(done.hasAttribute('disabled')).toBe(true);
    fireEvent.change(screen.getByLabelText('with a sound one'), { target: { value: '2' } });
    fireEvent.click(done);
    expect(onTell).toHaveBeenCalledWith('carburetors', ['1', '2'], 'stayed');
    expect(onClose).toHaveBeenCalledOnce();
  });
});

describe('what is put right', () => {
  it('says what mends it, what to set again and what proves it; proven or not is told apart', () => {
    const found = append(told, { kind: 'tested', test: 'pilotLight', place: '3', answer: 'blocked' });
    const row = suspectsView(rack4, createSuspecter()(found, {}), undefined).found;
    if (row === undefined) throw new Error('it was found');
    const onCured = vi.fn();
    render(<RemedyCard found={row} onCured={onCured} />);
    const card = screen.getByRole('region', { name: 'What mends it' });
    expect(card.textContent).toContain('Clean, never enlarge.');
    expect(card.textContent).toContain('idle mixture, balance');
    fireEvent.click(screen.getByRole('button', { name: /Put right and proven/ }));
    fireEvent.click(screen.getByRole('button', { name: 'Put right, not proven yet' }));
    expect(onCured.mock.calls).toEqual([[true], [false]]);
  });

  it('before is shown with its counts, and can be left out', () => {
    const onToggle = vi.fn();
    const cures = {
      workshop: [
        { cause: 'flooding', count: 4 },
        { cause: 'tankVent', count: 5 },
      ],
      here: [{ cause: 'flooding', place: '3', on: '2026-11-03T10:00:00.000Z' }],
    };
    render(<CuresBefore cures={cures} setup={rack4} off={false} onToggle={onToggle} />);
    const section = screen.getByRole('region', { name: 'Put right before' });
    expect(section.textContent).toContain('Of its last 9: 4 × grit in the needle valve, 5 × tank vent blocked');
    expect(section.textContent).toContain('On this machine on 3 Nov 2026: Grit in the needle valve, 3');
    fireEvent.click(screen.getByRole('button', { name: 'By the map alone' }));
    expect(onToggle).toHaveBeenCalledOnce();
  });
});

describe('a log that nobody told anything of', () => {
  it('has no test to ask for', () => {
    expect(createSuspecter()(opened, {}).tests).toEqual([]);
  });
});
