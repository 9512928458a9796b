import { fittingOf, type Setup } from '../setup';
import { quantityOf } from './quantities';
import type { StageId, Step } from './step';

type Facts = Partial<Pick<Step, 'cautions' | 'visits' | 'hints' | 'needs' | 'waits' | 'at' | 'minutes'>>;

const ALL = ['full', 'balance', 'fault'] as const;
const FULL = { visits: ['full'] as const };
const ALWAYS = { visits: ALL };
const NOT_BALANCE = { visits: ['full', 'fault'] as const };

/** The kinds of step that a stage has, by name, order with how, and what else there is to say. */
function inStage(stage: StageId) {
  const common = (id: string, facts: Facts) =>
    ({ at: 'bank', id, stage, cautions: [], visits: FULL.visits, hints: [], waits: [], minutes: 2, ...facts }) as const;
  return {
    /** Something that is measured: its name and places are its quantity's. */
    measure(quantity: string, how: string, facts: Facts = {}): Step {
      const known = quantityOf(quantity);
      if (known === undefined) throw new Error(`There is no quantity ${quantity}`);
      return { ...common(quantity, facts), at: known.at, order: known.name, how, does: 'measure', quantity };
    },
    todo: (id: string, [order, how]: readonly [string, string], facts: Facts = {}): Step => ({
      ...common(id, facts),
      order,
      how,
      does: 'do',
    }),
    timed: (id: string, [order, how]: readonly [string, string], facts: Facts = {}): Step => ({
      ...common(id, facts),
      order,
      how,
      does: 'time',
    }),
  };
}

const has =
  (part: 'tap' | 'feed' | 'cooling' | 'choke', ...names: readonly string[]) =>
  (setup: Setup) =>
    names.includes(fittingOf(setup)[part]);
const bodiesAre =
  (...bodies: readonly string[]) =>
  (setup: Setup) =>
    fittingOf(setup).carburetors.some(({ body }) => bodies.includes(body));
const waitsFor = (step: string, because: string) => ({ for: step, because });

const BOWLS_FIRST = waitsFor('staticFuel', 'No bowl goes onto an engine before the static fuel test has passed.');
const RETURNS_FIRST = waitsFor('throttleReturn', 'No balance holds while throttles come to rest elsewhere each time.');
const BOWLS = { hints: ['bowls', 'storage'] as const };
const RUNNING = ['exhaust', 'moving', 'heat'] as const;

const takeIn = inStage('takeIn');
const ruleOut = inStage('ruleOut');
const benchWork = inStage('benchWork');
const bowls = inStage('bowls');
const base = inStage('base');
const refit = inStage('refit');
const warmUp = inStage('warmUp');
const balance = inStage('balance');
const mixture = inStage('mixture');
const offIdle = inStage('offIdle');
const underWay = inStage('underWay');
const closeUp = inStage('closeUp');
const coldStart = inStage('coldStart');

/** The step that a change after a ride makes. */
export const ROAD_CHANGE = 'roadChange';

/** The way of a job, in its order. `common practice, no source`; minutes are ours, for somebody who has done it before. */
export const STEPS: readonly Step[] = [
  // Take in
  takeIn.todo(
    'photographed',
    ['Photograph it before anything comes off', 'Linkage, hoses and the order of parts, each carburetor.'],
    { ...NOT_BALANCE, minutes: 5 },
  ),
  takeIn.todo(
    'before',
    ['Ask what was done before', 'Who opened it, what was turned, how long it stood. Write a note.'],
    ALWAYS,
  ),
  takeIn.measure('odometer', 'As it stands today: come-back dates count from here.', ALWAYS),
  takeIn.measure('engineHours', 'As the meter stands today.', ALWAYS),
  takeIn.measure('fuelAge', 'How long the fuel has been in the tank.', ALWAYS),
  takeIn.measure('fuelKind', 'What is in the tank.', NOT_BALANCE),
  // Rule out what is not carburetion
  ruleOut.measure('battery', 'At rest, an hour after charging.', FULL),
  ruleOut.measure('compression', 'Warm, throttles open, all plugs out.', {
    ...NOT_BALANCE,
    hints: ['spark'],
    minutes: 12,
    cautions: ['heat', 'fuel'],
  }),
  ruleOut.measure('valveClearance', 'Cold, at the maker’s place.', { ...FULL, minutes: 25 }),
  ruleOut.measure('timing', 'With a timing light, at idle.', {
    ...NOT_BALANCE,
    hints: ['spark'],
    minutes: 8,
    cautions: RUNNING,
  }),
  ruleOut.measure('airFilter', 'Out, against the light.', ALWAYS),
  ruleOut.measure(
    'fuelFilter',
    'Is there one, and is it clean? A new hose can shed a sliver past a new filter.',
    NOT_BALANCE,
  ),
  ruleOut.todo('tankVent', ['See that the tank breathes', 'Cap or vent hose, blown through.'], NOT_BALANCE),
  ruleOut.measure('openPorts', 'Every vacuum port hosed or capped.', ALWAYS),
  ruleOut.measure('chokeBack', 'Lever, cable and every plunger or flap.', ALWAYS),
  ruleOut.measure('returns', 'Engine stopped, open and let go, over the whole travel.', ALWAYS),
  // Bench work, per carburetor
  benchWork.measure(
    'screwCount',
    'Count the turns in until it seats lightly, write them, then take it out: O-ring, washer, spring, screw.',
    { ...FULL, ...BOWLS },
  ),
  benchWork.measure('pilotJet', 'As stamped. The smallest of them.', {
    ...FULL,
    hints: ['storage'],
    cautions: ['fuel', 'air'],
  }),
  benchWork.measure('transferJet', 'As stamped.', FULL),
  benchWork.measure('secondaryMainJet', 'As stamped.', FULL),
  benchWork.measure('mainJet', 'As stamped; is its washer there?', FULL),
  benchWork.measure('airJet', 'As stamped.', FULL),
  benchWork.measure(
    'light',
    'Every jet and passage passes light. Cleaned, never enlarged; a soft wire through the idle passages.',
    { ...FULL, hints: ['storage'], minutes: 10, cautions: ['air'] },
  ),
  benchWork.measure(
    'needleClip',
    'The groove that the clip sits in, counted from the top; washer and spacer order kept.',
    FULL,
  ),
  benchWork.measure('floatHeight', 'Bowl upside down, from the gasket face without its gasket, tang just touching.', {
    ...FULL,
    ...BOWLS,
  }),
  benchWork.measure(
    'needleDrop',
    'Upright, float hanging: how far the needle opens. Half to one millimetre is plenty.',
    { ...FULL, ...BOWLS },
  ),
  benchWork.measure('needleValve', 'No groove, tip whole, seat tight in its gasket, clip on the tang.', {
    ...FULL,
    ...BOWLS,
  }),
  benchWork.measure('float', 'Shake it: is there fuel inside? Support the posts, never bang the pin.', {
    ...FULL,
    ...BOWLS,
  }),
  benchWork.measure('diaphragm', 'Lift it slowly off cap and body, hold it against the light.', FULL),
  benchWork.measure('fallTime', 'Lift it, let go, time it. It must be heard to land.', FULL),
  benchWork.measure('shaftPlay', 'Up and down at both ends.', { ...FULL, hints: ['throttle'] }),
  // Prove the bowls
  bowls.measure(
    'needlePressure',
    'Float resting, a hand pump at the inlet: what it holds. It is written down; only the fuel test passes a bowl.',
    FULL,
  ),
  bowls.timed(
    'staticFuel',
    [
      'Static fuel test',
      'At the engine’s angle, fuel at the head it will see. Watch every overflow and vent. A bad one floods in about ten seconds.',
    ],
    { ...FULL, ...BOWLS, at: 'inlet', minutes: 6, cautions: ['fuel'] },
  ),
  bowls.todo(
    'drainFlows',
    [
      'Open the drain, let it flow',
      'Into a jar, tap open: an even stream that does not fade proves that the needle opens.',
    ],
    { ...FULL, ...BOWLS, at: 'inlet', cautions: ['fuel'], waits: [waitsFor('staticFuel', 'Closed first, then open.')] },
  ),
  // Base setting
  base.todo(
    'stopsBackedOff',
    [
      'Back off every stop, feel each plate rest',
      'Both hands: each throttle closed in its bore, nothing held by the linkage.',
    ],
    FULL,
  ),
  base.measure(
    'feeler',
    'Stop screw until a 0.002 in feeler just passes. One school; leave it where yours is the other.',
    FULL,
  ),
  base.measure(
    'stopTurns',
    'From touch: one and a half turns after the feeler, or half a turn after touch. Choose one school for all.',
    FULL,
  ),
  base.measure('baseTurns', 'From light seating: 1½ for downdraughts, 1¾ for side-draughts, 2 for slides.', FULL),
  base.measure('tieRod', 'Turning the rod changes its length without twisting its ends.', FULL),
  base.todo('clamped', ['Clamp the coupling with all throttles closed', 'Its screw goes in without moving either.'], {
    ...FULL,
    needs: ({ couplings }) => couplings.length > 0,
  }),
  base.measure('leverClear', 'Over the whole travel; all leave their stops and reach full open together.', FULL),
  // Refit and first start
  refit.todo(
    'refitted',
    [
      'Refit in the reverse order',
      'Bottom carburetor first where access asks for it; linkages, choke links, fuel lines, drain hoses. Overflow and vent are never plugged.',
    ],
    { ...FULL, minutes: 20, waits: [BOWLS_FIRST] },
  ),
  refit.todo(
    'tapDodge',
    [
      'Set the vacuum tap to prime',
      'It needs engine vacuum: use prime, hold 1–2 psi on its hose, or feed from a small auxiliary tank.',
    ],
    { ...ALWAYS, needs: has('tap', 'vacuum'), cautions: ['fuel'] },
  ),
  refit.todo('primed', ['Prime it', 'Until the bulb is firm, or the bowls are full.'], {
    ...FULL,
    cautions: ['fuel'],
  }),
  refit.todo('water', ['Water first', 'Muffs or tank, water running, before it turns.'], {
    ...ALWAYS,
    needs: has('cooling', 'seaWater'),
    cautions: ['water'],
  }),
  refit.todo('started', ['First start, on known good fuel', 'Watch for leaks in the first minute.'], {
    ...FULL,
    cautions: ['fuel', ...RUNNING],
    waits: [waitsFor('water', 'An outboard needs water before it turns.')],
  }),
  // Warm up and connect
  warmUp.measure('fuelPressure', 'Gauge at a tee before the carburetors, at idle.', {
    ...FULL,
    needs: has('feed', 'mechanicalPump', 'electricPump'),
    cautions: ['fuel'],
  }),
  warmUp.measure('fuelPeak', 'The highest that the needle swings to: a mechanical pump’s peaks are above its mean.', {
    ...FULL,
    needs: has('feed', 'mechanicalPump'),
  }),
  warmUp.timed('warm', ['Warm it up', 'A fast idle near 2000 rpm shortens it. Choke off, fan watched.'], {
    ...ALWAYS,
    minutes: 8,
    cautions: [...RUNNING, 'cooling'],
    waits: [waitsFor('water', 'An outboard needs water before it turns.')],
  }),
  warmUp.todo(
    'connected',
    [
      'Connect the gauges',
      'Each runner’s tapping; damp until the needle stops fluttering but still follows. Cover open throats.',
    ],
    { ...ALWAYS, cautions: ['throats'] },
  ),
  warmUp.measure('sensorSupply', 'At the sensor’s plug, engine running.', FULL),
  warmUp.timed('freeAir', ['Sensor in free air', 'Warm, out of the pipe. 20.9 ± 0.4 % of oxygen.'], FULL),
  warmUp.timed(
    'throttleReturn',
    ['Five blips: where does it come to rest?', 'Let it settle after each; write the speed.'],
    {
      ...ALWAYS,
      hints: ['throttle'],
      cautions: RUNNING,
      waits: [waitsFor('returns', 'A throttle that drags comes to rest anywhere.')],
    },
  ),
  // The bench's own
  {
    ...balance.todo('balanced', ['Balance at idle', 'The bench leads: screw by screw, with how far.'], {
      ...ALWAYS,
      minutes: 30,
      cautions: RUNNING,
      waits: [RETURNS_FIRST],
    }),
    does: 'go',
    to: 'bench',
  },
  {
    ...balance.todo('searched', ['Find what no screw will mend', 'Say what was noticed; one test at a time.'], {
      visits: ['fault'],
      minutes: 20,
    }),
    does: 'go',
    to: 'suspects',
  },
  // Mixture: at the bench, or by ear and tachometer
  mixture.measure(
    'mixtureTurns',
    'The bench leads, before its work is finished: the key with the full stop there. By ear: warm, balanced, in until the speed just falls, out until it just recovers; the next one; go round twice. Write where it ends, from its seat.',
    {
      ...FULL,
      cautions: RUNNING,
      minutes: 6,
      waits: [waitsFor('balanced', 'A mixture that is set before the balance is set again after it.')],
    },
  ),
  mixture.todo(
    'balanceAgain',
    [
      'Look at the balance once more',
      'Mixture moves speed and depression: read again at the bench, and set what has moved.',
    ],
    {
      ...FULL,
      cautions: RUNNING,
      waits: [waitsFor('mixtureTurns', 'Every mixture screw moves the balance a little.')],
    },
  ),
  // Off idle
  {
    ...offIdle.todo(
      'heldAbove',
      [
        'Compare off idle, at the bench',
        'Held at 1500 to 3000 rpm: a difference here with a good idle is linkage or slides, not stops.',
      ],
      {
        ...ALWAYS,
        minutes: 6,
        cautions: RUNNING,
        waits: [waitsFor('balanced', 'Off idle is judged against a good idle.')],
      },
    ),
    does: 'go',
    to: 'bench',
  },
  // Under way
  underWay.todo(
    'ridden',
    ['A run on the road or water', 'Idle, steady, roll-on, full load. Watch nothing but the way.'],
    { ...FULL, minutes: 20, cautions: ['road'] },
  ),
  // Only once a ride has named a part: `sheetOf` puts it on the way.
  underWay.todo(ROAD_CHANGE, ['Change what the ride named', 'One thing at a time; then ride the same way again.'], {
    visits: [],
    minutes: 25,
    cautions: ['fuel'],
  }),
  // Close up
  closeUp.todo('filtersOn', ['Filters and air box back on', 'The idle falls now; it is set once more below.'], {
    ...ALWAYS,
    minutes: 8,
    waits: [waitsFor('balanced', 'The final idle is set after the balance.')],
  }),
  closeUp.measure('finalIdle', 'Filters on, warm: the speed that it leaves with.', ALWAYS),
  closeUp.todo(
    'hosesRight',
    [
      'Every hose on its port',
      'Spark advance on the ported nipple: no vacuum at idle. Gearbox modulator on manifold vacuum.',
    ],
    ALWAYS,
  ),
  closeUp.todo(
    'capped',
    ['Cap extension hoses, leave them for the next time', 'A port that is open leans its cylinder.'],
    ALWAYS,
  ),
  closeUp.todo('tapBack', ['Tap off prime', 'Its own vacuum hose is back.'], {
    ...ALWAYS,
    needs: has('tap', 'vacuum'),
  }),
  closeUp.todo('damperOil', ['Damper oil to its level', 'The maker’s grade.'], {
    ...FULL,
    needs: bodiesAre('liftingPiston', 'diaphragmJet'),
  }),
  closeUp.measure('leaks', 'Bowls, hoses, taps and joints, with a light.', { ...ALWAYS, cautions: ['fuel'] }),
  // Cold start
  coldStart.todo('coldStarted', ['Cold start on its own fuel, without help', 'Next morning. Only then is it mended.'], {
    ...ALWAYS,
    cautions: ['exhaust'],
  }),
];
