import { createLiveSignal, type LiveSignal } from '@amber-needle/core/signal';
import type { TableProposal } from '@amber-needle/core/trace';
import { practiceHost } from './practiceHost';
import { readTraceFile } from './readTraceFile';
import type { Places, SignalRequest, SignalResponse } from './signalProtocol';
import { networkedGauge } from './sources/networkedGauge';
import { type PushedText, pushedText } from './sources/pushedText';
import type { SampleSource } from './sources/sampleSource';

/** The signal worker: keeps the window of live samples and reads dropped files, off the page's thread. */

/** The longest reading is made anew this often, ms; the needles move with every batch. */
const READING_EVERY_MS = 200;

let signal: LiveSignal | undefined;
let stopSource: (() => void) | undefined;
let fileRequest = 0;
let places: Places = {};
let pushed: PushedText | undefined;

const tell = (response: SignalResponse) => postMessage(response);
const practice = practiceHost(tell);

self.addEventListener('message', ({ data }: MessageEvent<SignalRequest>) => {
  switch (data.kind) {
    case 'watch':
      practice.leave();
      watch(data.request, networkedGauge(data.url, data.described, proposing(data.request)), data.strokes);
      break;
    case 'listen':
      practice.leave();
      pushed = pushedText(data.name, data.described, proposing(data.request));
      watch(data.request, pushed, data.strokes);
      break;
    case 'text':
      pushed?.push(data.text);
      break;
    case 'places':
      places = data.places;
      break;
    case 'practise':
      watch(data.request, practice.begin(data), data.setup.engine.strokes);
      break;
    case 'practice':
      practice.carryOut(data.command);
      break;
    case 'mark':
      signal?.mark();
      break;
    case 'readFile':
      void readFile(data);
      break;
    case 'cancelFile':
      fileRequest += 1;
  }
});

function proposing(request: number) {
  return (proposal: TableProposal) => tell({ kind: 'tableUnknown', request, proposal });
}

function watch(request: number, source: SampleSource, strokes: 2 | 4) {
  stopSource?.();
  const live = createLiveSignal(strokes);
  signal = live;
  let reading = live.reading();
  let readAt = 0;
  stopSource = source.open({
    samples(batch) {
      const placed = { ...batch, channels: batch.channels.map((c) => ({ ...c, throat: places[c.stem] ?? c.throat })) };
      live.push(placed);
      const now = performance.now();
      // A marked window is short: its reading is made at once, so that "settling" is shown without delay.
      if (now - readAt > READING_EVERY_MS || live.isFresh()) {
        reading = live.reading();
        readAt = now;
      }
      const latestS = live.latest() ?? 0;
      const channels = placed.channels.map(({ stem, throat }) => ({ stem, throat }));
      const view = { latestS, now: live.now(), reading, barometerKPa: batch.barometer, channels };
      tell({ kind: 'live', request, live: view });
    },
    gauge: (gauge) => tell({ kind: 'gauge', request, gauge }),
    line: (state) => tell({ kind: 'line', request, state }),
    problem: (message) => tell({ kind: 'problem', request, message }),
  });
}

async function readFile({ request, file, strokes, described }: Extract<SignalRequest, { kind: 'readFile' }>) {
  fileRequest = request;
  const outcome = await readTraceFile({
    file,
    strokes,
    described,
    progress: (share) => tell({ kind: 'fileProgress', request, share }),
    cancelled: () => fileRequest !== request,
  });
  if (outcome.outcome === 'read') tell({ kind: 'fileRead', request, file: outcome.file });
  if (outcome.outcome === 'unknown') tell({ kind: 'fileUnknown', request, proposal: outcome.proposal });
  if (outcome.outcome === 'refused')
    tell({ kind: 'fileRefused', request, message: outcome.message, problems: outcome.problems });
}
