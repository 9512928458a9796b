import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { InstrumentForm } from './InstrumentForm';
import { learnedText } from './instrumentWords';

const sent = vi.fn();
beforeEach(() => {
  sent.mockReset();
  vi.stubGlobal('fetch', (_: string, { body }: { body: string }) => {
    sent(JSON.parse(body));
    return Promise.resolve(new Response('{"id":"x"}', { headers: { 'content-type': 'application/json' } }));
  });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const drawer = {
  id: '01900000-0000-7000-8000-0000000000e7',
  name: 'Drawer pair',
  what: 'gaugeSet',
  channels: 2,
  classPercent: 2,
  learned: [],
} as const;

describe('the form of an instrument', () => {
  it('keeps a new one, its kind by its channels where that is known', async () => {
    const onKept = vi.fn();
    render(<InstrumentForm start={{ channels: 1 }} onKept={onKept} />);
    expect(screen.queryByLabelText('Kind')).toBeNull();
    expect(screen.getByRole('button', { name: 'Keep' }).hasAttribute('disabled')).toBe(true);
    fireEvent.change(screen.getByLabelText('Name'), { target: { value: ' Dial ' } });
    fireEvent.change(screen.getByLabelText('Largest error'), { target: { value: '1.6' } });
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }));
    await waitFor(() => expect(onKept).toHaveBeenCalledOnce());
    expect(sent).toHaveBeenCalledWith(
      expect.objectContaining({ name: 'Dial', what: 'gauge', channels: 1, classPercent: 1.6, learned: [] }),
    );
  });

  it('changes one, with a class that makers do not print too, and asks for kind and channels', async () => {
    const onKept = vi.fn();
    render(<InstrumentForm start={drawer} asksKind onKept={onKept} />);
    expect((screen.getByLabelText('Largest error') as HTMLSelectElement).value).toBe('2');
    fireEvent.change(screen.getByLabelText('Kind'), { target: { value: 'airflowMeter' } });
    fireEvent.change(screen.getByLabelText('Channels'), { target: { value: '1' } });
    fireEvent.change(screen.getByLabelText('Largest error'), { target: { value: '' } });
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }));
    await waitFor(() => expect(onKept).toHaveBeenCalledOnce());
    expect(sent).toHaveBeenCalledWith({ ...drawer, what: 'airflowMeter', channels: 1, classPercent: null });
  });

  it('says what the server refused, and keeps what was typed', async () => {
    vi.stubGlobal('fetch', () =>
      Promise.resolve(
        new Response('{"error":{"message":"The instrument cannot be kept.","details":[]}}', {
          status: 422,
          headers: { 'content-type': 'application/json' },
        }),
      ),
    );
    const onKept = vi.fn();
    render(<InstrumentForm start={drawer} onKept={onKept} />);
    fireEvent.click(screen.getByRole('button', { name: 'Keep' }));
    expect(await screen.findByText(/cannot be kept/)).toBeDefined();
    expect(onKept).not.toHaveBeenCalled();
    expect((screen.getByLabelText('Name') as HTMLInputElement).value).toBe('Drawer pair');
  });
});

describe('what is known of an instrument', () => {
  it('is when it was matched last', () => {
    expect(learnedText(drawer)).toBe('nothing learned yet');
    const learned = {
      channel: 1,
      offsetKPa: 0,
      offsetUncertaintyKPa: 0.1,
      slope: 0.01,
      slopeUncertainty: 0.001,
      on: '2026-11-03T10:00:00.000Z',
    };
    expect(learnedText({ ...drawer, learned: [learned] })).toBe('matched on 3 Nov 2026');
  });
});
