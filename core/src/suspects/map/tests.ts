import type { Site } from './observation';
import type { Answer, Test } from './test';

type Facts = Partial<Omit<Test, 'id' | 'name' | 'steps' | 'at' | 'minutes' | 'answers'>>;

/** A test with what most have: by hand, nothing to take off, no hazard, undone by itself. Answers as `id: text`, the usual one first. */
function test(at: Site, minutes: number, facts: Facts = {}) {
  // biome-ignore lint/complexity/useMaxParams: a table of tests, in which names of arguments would hide what is said
  return (id: string, name: string, steps: string, answers: Readonly<Record<string, string>>): Test => {
    const [usual, other, ...more] = Object.entries(answers).map(([key, text]): Answer => ({ id: key, text }));
    if (usual === undefined || other === undefined) throw new Error(`${id} needs two answers`);
    const common = { tools: 'none', takesOff: 'nothing', hazard: 'none', undone: true } as const;
    return { ...common, ...facts, id, name, steps, at, minutes, answers: [usual, other, ...more] };
  };
}

const HOT = { hazard: 'hot' } as const;
const FUEL = { hazard: 'fuel' } as const;

/** What parts suspects. `common practice, no source`; minutes are ours, for somebody who has done it before. */
export const TESTS: readonly Test[] = [
  // Fuel supply
  test('bank', 2, FUEL)('openCap', 'Open the tank cap', 'When it fades, open the cap and listen.', {
    same: 'no difference',
    better: 'it runs again, or air goes in with a hiss',
  }),
  test('bank', 8, { ...FUEL, tools: 'hose, jar, watch', takesOff: 'the fuel hose at the carburetors' })(
    'flowIntoJar',
    'Fuel into a jar',
    'Hose off at the carburetors, open tap or run the pump, a minute into a jar. Wipe up, no flame or spark.',
    { full: 'a full even stream', weak: 'weak or fading', none: 'nothing', bubbles: 'bubbles in it' },
  ),
  test('bank', 6, { ...FUEL, tools: 'pressure gauge, tee' })(
    'fuelPressure',
    'Read the fuel pressure',
    'Gauge at a tee before the carburetors; mean and peaks at idle.',
    { right: 'within the kind’s limit', high: 'above it', low: 'below what the bowls need' },
  ),
  test('bank', 10, { ...FUEL, tools: 'auxiliary tank with a tap' })(
    'auxiliaryTank',
    'Feed it from an auxiliary tank',
    'Fresh fuel at the usual height, tap in reach, tank secured.',
    { same: 'no difference', better: 'it runs well' },
  ),
  test('bank', 6, { ...FUEL, tools: 'jar' })('lookAtFuel', 'Look at and smell the fuel', 'Drain a bowl into a jar.', {
    clean: 'clear and fresh',
    stale: 'dark, or smells of varnish',
    water: 'water or jelly below',
    grit: 'rust or grit',
  }),
  test('bank', 5, FUEL)('lookAtFilter', 'Look at the filter', 'Hold it against the light; is there one at all?', {
    clean: 'clean',
    clogged: 'clogged or dirty',
    missing: 'none, or gone past',
  }),
  // Bowls
  test('throat', 8, { ...FUEL, tools: 'auxiliary tank, watch', needs: 'severalThroats' })(
    'staticFuel',
    'Static fuel test',
    'At the engine’s angle, fuel at its usual height, engine stopped. Watch each overflow for a minute, look again after four.',
    { holds: 'holds four minutes', slow: 'seeps within minutes', fast: 'runs over within ten seconds' },
  ),
  test('throat', 4, { ...FUEL, tools: 'clear hose' })(
    'fuelLevel',
    'Read the fuel level in a clear hose',
    'Clear hose on the drain, held up beside the bowl.',
    { right: 'as its sisters and as specified', high: 'higher', low: 'lower' },
  ),
  test('throat', 1, FUEL)('rapBowl', 'Rap on the bowl', 'With the handle of a screwdriver, lightly.', {
    same: 'no difference',
    stops: 'the overflow stops, for now',
  }),
  test('throat', 3, FUEL)('openDrain', 'Open its drain', 'Into a jar, engine stopped, tap open.', {
    flows: 'flows on evenly',
    trickles: 'stops or trickles',
    grit: 'grit or water comes',
  }),
  test('throat', 25, { ...FUEL, tools: 'screwdrivers, light', takesOff: 'its float bowl' })(
    'openBowl',
    'Open its float bowl',
    'Needle tip, seat, O-ring of the seat, float shaken for fuel inside, height and drop.',
    {
      sound: 'all sound',
      grit: 'grit at needle or seat',
      worn: 'groove in the needle, or a loose seat',
      oring: 'a hard or torn O-ring',
      holed: 'fuel in the float',
      sticks: 'the float sticks, or its drop is too large',
    },
  ),
  // Idle, mixture
  test('throat', 1, HOT)(
    'chokeHalf',
    'Choke half on, what does it do?',
    'Warm, at idle: pull the choke half and watch needle and speed.',
    { richer: 'speed falls, it gets sooty', better: 'speed rises, it comes in', nothing: 'no change there' },
  ),
  test('throat', 2, { ...HOT, tools: 'screwdriver', needs: 'fuelScrews' })(
    'screwIn',
    'Turn its mixture screw in until the speed falls',
    'Count the turns; turn it back as it was.',
    { falls: 'speed falls within two turns', nothing: 'nothing until it seats', alreadySeated: 'it was on its seat' },
  ),
  test('throat', 6, { tools: 'screwdriver', needs: 'fuelScrews' })(
    'countTurns',
    'Count its mixture screw in',
    'To light seating, engine stopped; write it down, turn it back.',
    { alike: 'as its sisters', far: 'a turn or more away', bent: 'its tip is ringed or broken' },
  ),
  test('throat', 10, { ...FUEL, tools: 'screwdrivers, light', takesOff: 'its cover', needs: 'manyCircuits' })(
    'feedStart',
    'See where its idle feed starts',
    'Cover off, follow the passage down: at the foot of the main well, or in the bowl?',
    { bowl: 'in the bowl', well: 'in the main well' },
  ),
  test('throat', 4, { tools: 'feeler', needs: 'plates' })(
    'slotSeen',
    'See how much of the transfer slot shows',
    'Engine stopped, from the mouth or the flange, stop as it idles.',
    { little: 'about a millimetre', much: 'two millimetres or more' },
  ),
  test('throat', 12, { ...FUEL, tools: 'screwdriver that fits', takesOff: 'its pilot jet' })(
    'pilotLight',
    'Hold its pilot jet against the light',
    'Take it out, look through it; blow through its passage.',
    { clear: 'a round clear hole', blocked: 'blocked', other: 'another size than its sisters' },
  ),
  test('throat', 15, { ...FUEL, tools: 'screwdriver that fits', takesOff: 'its main jet' })(
    'mainLight',
    'Hold its main jet against the light',
    'Size stamped on it, hole round and clear, washer there.',
    { clear: 'clear, the right size', blocked: 'blocked', other: 'another size, or no washer' },
  ),
  // Air
  test('throat', 4, { hazard: 'fire', tools: 'spray or smoke' })(
    'sprayLeak',
    'Search for a leak around its flange',
    'Short bursts at joints, boots and shaft, extinguisher at hand, no spark near; smoke is safer.',
    {
      nothing: 'no change anywhere',
      flange: 'speed changes at flange or boot',
      shaft: 'speed changes at the shaft',
      port: 'speed changes at an open port',
    },
  ),
  test('bank', 3, HOT)('closePorts', 'Close every vacuum port with a finger', 'One after the other, at idle.', {
    nothing: 'no change',
    calms: 'at one of them the idle calms or falls',
  }),
  test('bank', 5)('filterOff', 'Run it without the air filter', 'A minute, nothing loose near the mouths.', {
    same: 'no difference',
    better: 'it runs better, leaner',
  }),
  test('throat', 5, { ...HOT, tools: 'airflow meter' })(
    'meterMouth',
    'Airflow meter on its mouth',
    'Every mouth in turn, at idle.',
    { alike: 'as much as its depression suggests', less: 'less than its sisters at an equal depression' },
  ),
  // Throttle
  test('throat', 2, HOT)('fiveBlips', 'Five blips: where does it come to rest?', 'Read after each.', {
    alike: 'the same within a hair',
    scatter: 'somewhere else each time',
  }),
  test('bank', 1)(
    'returnFeel',
    'Open and let go by hand',
    'Engine stopped, over the whole travel, handlebar both ways.',
    {
      snaps: 'snaps shut',
      drags: 'drags or stays open',
    },
  ),
  test('throat', 2, { tools: 'screwdriver', needs: 'severalThroats' })(
    'watchStop',
    'Turn its stop and watch its throttle',
    'Half a turn either way, engine stopped, a finger on the lever; turn it back.',
    { moves: 'the throttle follows', still: 'it turns and nothing moves' },
  ),
  test('throat', 2)('shaftPlay', 'Shake its throttle shaft', 'Engine stopped, up and down at both ends.', {
    tight: 'no play',
    loose: 'play that is felt',
  }),
  test('throat', 2)('linkPlay', 'Shake its linkage', 'Each ball, rod and clamp.', {
    tight: 'no play',
    loose: 'play or a loose clamp',
  }),
  test('throat', 2, { needs: 'constantDepression' })(
    'liftPiston',
    'Lift its piston and let go',
    'From its mouth with a finger, engine stopped.',
    {
      drops: 'drops freely, as its sisters',
      drags: 'falls slowly or sticks',
      quick: 'falls with no resistance, its damper is empty',
    },
  ),
  test('throat', 2, { ...HOT, needs: 'constantDepression' })(
    'riseWhenBlipped',
    'Watch its slide while blipping',
    'Filter off, a mirror; keep clear of the mouths.',
    { rises: 'rises with its sisters', lazy: 'stays low, or rises late' },
  ),
  test('throat', 15, { tools: 'screwdriver', takesOff: 'its cap and diaphragm', needs: 'constantDepression' })(
    'lookAtDiaphragm',
    'Hold its diaphragm against the light',
    'Lift it slowly off cap and body.',
    { whole: 'whole and seated', torn: 'a hole or a fold' },
  ),
  test('bank', 1)('chokeBack', 'Is the choke fully back?', 'Lever, cable and every plunger or flap.', {
    back: 'all the way back',
    on: 'one hangs on',
  }),
  test('throat', 8, { ...FUEL, tools: 'spanner', takesOff: 'its enricher' })(
    'enricherSeat',
    'Look at its enricher',
    'Engine stopped: plunger, its rubber and the seat below it; does its spring press it home?',
    { seats: 'clean, and pressed home', worn: 'worn, hard, or it stands off its seat' },
  ),
  test('bank', 2, { needs: 'plates' })(
    'fastIdle',
    'Is the fast idle off its cam?',
    'Warm, a finger between screw and cam.',
    {
      off: 'off the cam',
      on: 'still on it',
    },
  ),
  test('throat', 2, { needs: 'plates' })(
    'seeShot',
    'Look for the pump’s shot',
    'Engine stopped, open quickly, look down the mouth.',
    {
      full: 'a full stream at once',
      weak: 'weak, late or none',
    },
  ),
  test('throat', 3, { needs: 'severalThroats', tools: 'gauge' })(
    'swapHoses',
    'Change two gauges’ hoses',
    'Its hose with a sister’s.',
    {
      follows: 'the difference stays with the cylinder',
      gauge: 'it goes with the gauge',
      hose: 'each answers the other’s screw',
    },
  ),
  // Hoses
  test('bank', 2, { ...HOT, needs: 'fourStroke' })(
    'advanceHose',
    'Feel the advance hose at idle',
    'Pull it off: vacuum or none?',
    { none: 'no vacuum at idle', vacuum: 'vacuum at idle' },
  ),
  test('bank', 4, { needs: 'plenum' })(
    'modulator',
    'Follow the modulator’s hose',
    'From gearbox to port; vacuum at its end.',
    {
      vacuum: 'manifold vacuum arrives',
      none: 'pinched, off or on the wrong port',
    },
  ),
  // Ignition, mechanics
  test('cylinder', 3, { hazard: 'spark' })(
    'pullLead',
    'Take its lead off for a moment',
    'At idle, insulated pliers, the lead held to earth.',
    {
      falls: 'speed falls as with its sisters',
      nothing: 'no change: it does not work at idle',
    },
  ),
  test('cylinder', 8, { hazard: 'spark', tools: 'plug spanner' })(
    'swapPlug',
    'Change its plug, lead or coil with a sister’s',
    'One at a time.',
    { stays: 'the fault stays with the cylinder', moves: 'it moves with the part' },
  ),
  test('cylinder', 12, { tools: 'compression gauge', takesOff: 'its plug' })(
    'compression',
    'Compression, dry and with oil',
    'Throttles open, warm.',
    { even: 'as its sisters', low: 'a tenth or more lower' },
  ),
  test('cylinder', 25, { tools: 'feeler', takesOff: 'the valve cover', needs: 'fourStroke' })(
    'valveGap',
    'Valve clearances',
    'Cold, at the maker’s place.',
    { right: 'within the specification', tight: 'tight or wide' },
  ),
  test('bank', 8, { hazard: 'spark', tools: 'timing light' })('timing', 'Timing light', 'At idle and at 3000 rpm.', {
    right: 'where it should be, and advances',
    off: 'off, or does not advance',
  }),
  test('bank', 6, { ...HOT, tools: 'rag' })(
    'exhaustJoints',
    'Feel for leaks at the exhaust joints',
    'Cold start, a hand near each joint, listen.',
    {
      tight: 'tight',
      blows: 'it blows at a joint before the sensor',
    },
  ),
  test('bank', 3, { tools: 'sensor' })(
    'freeAir',
    'Sensor in free air',
    'Warm sensor, out of the pipe, 12 V at its supply.',
    {
      right: 'reads free air',
      wrong: 'reads something else',
    },
  ),
  // Under way
  test('bank', 10, { hazard: 'road' })(
    'holdLoad',
    'Full load up a hill',
    'Closed road or a helper; never watch a screen under way.',
    { pulls: 'pulls through', fades: 'fades after a while', breaks: 'breaks up at once' },
  ),
  test('bank', 6, { hazard: 'road' })(
    'chokeUnderLoad',
    'Pull the choke a little where it is weak',
    'Under load, for a moment. Closed road or a helper; never watch a screen under way.',
    { worse: 'worse, or no difference', better: 'it pulls better: it is lean there' },
  ),
  test('bank', 10, HOT)(
    'hotSoak',
    'Stop hot, wait ten minutes, listen and start',
    'Fuel may be heard; start without throttle first.',
    {
      starts: 'starts at once',
      boils: 'boils, smells, cranks long',
    },
  ),
  test('cylinder', 20, { ...FUEL, tools: 'screwdriver', takesOff: 'two jets of one body', needs: 'sharedManifold' })(
    'swapSides',
    'Change the carburetor’s sides or jets',
    'What is left on the right, one thing at a time.',
    { stays: 'the lean cylinder stays', moves: 'the fault moves with the part' },
  ),
  test('throat', 30, {
    ...FUEL,
    tools: 'drill',
    takesOff: 'the carburetor',
    hazard: 'fuel',
    undone: false,
    needs: 'plates',
  })(
    'drillPlate',
    'Let air past the plate by a small hole',
    'The last resort: all plates alike, in steps. It cannot be undone.',
    { same: 'the screw still does nothing', better: 'the screw works again' },
  ),
  test('throat', 20, { ...FUEL, tools: 'micrometer', takesOff: 'its slide and needle jet' })(
    'needleWear',
    'Look at its needle and needle jet',
    'Shine and steps on the needle, an oval jet.',
    { sound: 'round, no step', worn: 'oval or stepped' },
  ),
];
