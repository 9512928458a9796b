'use client';

import type { Setup } from '@amber-needle/core/setup';
import { pulledHose, type SignalReading } from '@amber-needle/core/signal';
import { useEffect, useState } from 'react';
import { Button } from '@/components/Button';
import { Select } from '@/components/Select';
import { withUnit } from '@/words/numbers';
import { throatTitle } from '@/words/throatNames';
import type { LiveView, Places } from '@/workers/signalProtocol';
import type { Signal } from '../signal/useSignal';

interface ChannelPlacesProps {
  readonly setup: Setup;
  readonly signal: Signal;
}

/** Where a channel sits that is on none of this bank's throats. */
const NOWHERE = '-';

/** Channels that sit nowhere are told apart all the same. */
const nowhereFor = (stem: string) => `${NOWHERE}${stem}`;

/** Which throat each channel sits on: chosen by hand, or found by pulling one hose after the other. */
export function ChannelPlaces({ setup, signal }: ChannelPlacesProps) {
  const { live, places, place } = signal;
  const [search, setSearch] = useState<Search>();
  useEffect(() => {
    if (search === undefined || live === undefined) return;
    const next = found(search, live, setup);
    if (next === search) return;
    setSearch(next.asks === undefined ? undefined : next);
    if (next.asks === undefined) place({ ...places, ...next.found });
  }, [search, live, setup, place, places]);
  if (live === undefined || signal.source.from === 'practice') return null;
  const title = throatTitle(setup);
  const begin = () => setSearch({ before: live.now, found: {}, asks: setup.throats[0]?.id, lifted: false });
  return (
    <section className="mt-6 border-line border-t pt-4" aria-label="Channels">
      <h3 className="mb-3 font-bold">Which channel sits where</h3>
      <ul className="grid grid-cols-2 gap-3">
        {live.channels.map(({ stem, throat }) => {
          const shown = live.now.channels.find((channel) => channel.throat === throat)?.depression;
          const sits = setup.throats.some(({ id }) => id === throat) ? throat : NOWHERE;
          return (
            <li key={stem}>
              <Select
                label={`Channel ${stem.slice(1)}${shown === undefined ? '' : `, ${withUnit(shown, 1, 'kPa')}`}`}
                value={sits}
                onChange={({ target }) => place(exchanged(live.channels, stem, target.value))}
              >
                {setup.throats.map(({ id }) => (
                  <option key={id} value={id}>
                    {title} {id}
                  </option>
                ))}
                <option value={NOWHERE}>nowhere</option>
              </Select>
            </li>
          );
        })}
      </ul>
      {search?.asks === undefined ? (
        <Button className="mt-4" disabled={live.now.phase === 'stopped'} onClick={begin}>
          Find them by pulling hoses
        </Button>
      ) : (
        <p className="mt-4 flex items-center gap-4" role="status">
          <span className="flex-1 font-bold text-lg">
            {search.lifted ? 'Put it back on.' : `Pull the hose off ${title.toLowerCase()} ${search.asks}.`}
          </span>
          <Button onClick={() => setSearch(undefined)}>Stop</Button>
        </p>
      )}
    </section>
  );
}

type Channels = LiveView['channels'];

/** A channel on another throat; what sat there takes its place, so that no throat has two. */
function exchanged(channels: Channels, stem: string, throat: string): Places {
  const wanted = throat === NOWHERE ? nowhereFor(stem) : throat;
  const left = channels.find((channel) => channel.stem === stem)?.throat ?? nowhereFor(stem);
  return Object.fromEntries(
    channels.map((channel) => {
      if (channel.stem === stem) return [stem, wanted];
      return [channel.stem, channel.throat === wanted ? left : channel.throat];
    }),
  );
}

/** Hose after hose is pulled and put back. */
interface Search {
  /** All hoses on. */
  readonly before: SignalReading;
  readonly found: Places;
  /** The throat whose hose is pulled next; undefined when all were. */
  readonly asks: string | undefined;
  /** It is off, and waits to be put back. */
  readonly lifted: boolean;
}

function found(search: Search, { now, channels }: LiveView, setup: Setup): Search {
  const pulled = pulledHose(search.before, now);
  if (search.asks === undefined) return search;
  if (!search.lifted && pulled !== undefined) {
    const stem = channels.find(({ throat }) => throat === pulled)?.stem;
    if (stem === undefined || stem in search.found) return search;
    return { ...search, found: { ...search.found, [stem]: search.asks }, lifted: true };
  }
  if (!search.lifted || pulled !== undefined || now.phase === 'stopped') return search;
  const next = setup.throats.findIndex(({ id }) => id === search.asks) + 1;
  return { ...search, lifted: false, asks: setup.throats[next]?.id };
}
