import type { Frequency, Observation, Site, When } from './observation';

interface More {
  readonly anyway?: Frequency;
  readonly words?: string;
}

function seen(when: When, at: Site, anyway: Frequency = 'rarely') {
  return (id: string, text: string, more: More = {}): Observation => ({ id, text, when, at, anyway, ...more });
}

const history = seen('history', 'bank', 'sometimes');
const fuel = seen('fuel', 'bank');
const fuelAt = seen('fuel', 'throat');
const start = seen('start', 'bank');
const idle = seen('idle', 'bank');
const idleAt = seen('idle', 'throat');
const idleOf = seen('idle', 'cylinder');
/** What the mixture measures is hardly seen without a cause. */
const measuredAt = seen('idle', 'throat', 'never');
const measuredOf = seen('idle', 'cylinder', 'never');
const offIdle = seen('offIdle', 'bank');
const offIdleAt = seen('offIdle', 'throat');
const cruise = seen('cruise', 'bank');
const load = seen('load', 'bank');
const hot = seen('afterHotStop', 'bank');
const plugs = seen('plugs', 'cylinder');

/** Everything that is asked about. `common practice, no source`: the picture of trade books and workshop talk, put in plain words. */
export const OBSERVATIONS: readonly Observation[] = [
  history('stood', 'it stood for months', { words: 'stored storage winter parked barn years sat' }),
  history('oldFuel', 'the fuel in it is old', { words: 'stale petrol gasoline gum varnish' }),
  history('rebuilt', 'the carburetors were opened lately', { words: 'rebuild kit cleaned overhauled gaskets' }),
  history('screwsTouched', 'somebody turned screws at random', { words: 'fiddled adjusted tampered previous owner' }),
  history('hosesMoved', 'hoses were off and put back', { words: 'vacuum lines swapped ports refitted' }),
  history('breathingChanged', 'air filter or exhaust was changed', { words: 'pods pipe muffler filters' }),
  history('ignitionTouched', 'somebody worked on the ignition or the valves', { words: 'points timing tappets plugs' }),
  history('newThenBad', 'good after the rebuild, bad within days', { words: 'came back again' }),
  history('everySummer', 'only in warm weather', { words: 'hot heat traffic' }),
  history('builtUp', 'it came on slowly over years', { words: 'wear gradually' }),

  fuelAt('puddle', 'fuel drips from its overflow or vent', {
    words: 'puddle leaks petrol floor overflow drip flooding',
  }),
  fuel('fuelSmell', 'it smells of fuel while it stands', { words: 'smell petrol gas fumes garage' }),
  fuel('fuelInOil', 'the oil level rises, the oil smells of fuel', { words: 'sump diluted' }),
  fuel('bowlsEmpty', 'bowls are empty the next morning', { words: 'evaporated dry crank long' }),
  fuel('tankSheds', 'rust or dirt in the tank or filter', { words: 'debris flakes grit sediment' }),
  fuel('waterSeen', 'water or jelly in a drained bowl', { words: 'corrosion white' }),
  fuelAt('bowlShort', 'little fuel runs from its open drain', { words: 'trickle starved empty' }),

  start('startsOnlyOnSpray', 'it runs on starting spray, not on its fuel', { words: 'starter fluid ether' }),
  start('startsOnlyWithChoke', 'it starts and runs with choke only', { words: 'needs choke always' }),
  start('longCrankCold', 'long cranking when cold', { words: 'hard start will not start morning' }),
  start('floodsWhenStarting', 'wet plugs and a smell of fuel while starting', { words: 'flooded choked' }),
  start('coldFineWarmBad', 'fine while cold, bad once warm', { words: 'warms up worse' }),
  start('coldBadWarmFine', 'bad while cold, fine once warm', { words: 'needs warming' }),

  idle('stallsWarm', 'it stalls at idle when warm', { words: 'dies stops lights cuts out junction' }),
  idle('hunts', 'the idle hunts up and down', { words: 'surges wanders unstable' }),
  idle('hangs', 'the speed hangs high before it falls', { words: 'slow to come down sticks revs' }),
  idle('idleHigh', 'it will not idle down', { words: 'fast idle races high rpm' }),
  idle('idleDiffers', 'another idle after every blip', { words: 'inconsistent changes each time return' }),
  idle('whistles', 'it whistles or hisses', { words: 'hiss whistling sucking noise' }),
  idle('rocks', 'it shakes at idle', { words: 'rough lumpy uneven vibrates', anyway: 'sometimes' }),
  idle('idleSooty', 'sooty, eyes burn at idle', { words: 'rich black smoke smell exhaust' }),
  idle('fallsInGear', 'the idle falls far when put into gear', { words: 'drops gear stalls drive' }),
  idleAt('screwDead', 'its mixture screw changes nothing', { words: 'screw does nothing no effect' }),
  idleAt('screwFar', 'its mixture screw ends a turn or more from its sisters', { words: 'turns different out' }),
  measuredAt('screwRicher', 'its mixture is right only with its screw a turn or more richer than its sisters', {
    words: 'screw further out richer',
  }),
  measuredAt('screwLeaner', 'its mixture is right only with its screw a turn or more leaner than its sisters', {
    words: 'screw further in leaner',
  }),
  idleAt('leanAtEnd', 'it stays lean as far as its mixture screw goes', { words: 'lean screw out end' }),
  idleAt('richAtEnd', 'it stays rich with its mixture screw on the seat', { words: 'rich screw in seat' }),
  idleAt('firstLean', 'its idle is right and the first opening lean', { words: 'lean just off idle opening' }),
  measuredAt('firstRich', 'its idle is right and the first opening richer than its sisters’', {
    words: 'rich just off idle opening',
  }),
  measuredOf('leanerThanSister', 'it burns leaner than its sister on the same throat', {
    words: 'one cylinder lean shared manifold',
  }),
  idleOf('missesIdle', 'it misses at idle', { words: 'dead cylinder not firing drops out cold pipe' }),
  measuredOf('missesAnyScrew', 'it misses wherever its mixture screw stands', { words: 'screw does not help miss' }),
  idleOf('coldPipe', 'its exhaust stays cooler', { words: 'cold header pipe finger' }),

  offIdle('hesitates', 'it hesitates at the first touch', { words: 'bog stumble flat spot opening' }),
  offIdle('popsOpening', 'it pops back when opened', { words: 'spits cough backfire carburetor carb open' }),
  offIdle('bogsThenClears', 'it bogs, gurgles, then clears', { words: 'heavy blubber' }),
  offIdle('unevenAbove', 'good at idle, uneven above', { words: 'pulls to one side off idle' }),
  offIdle('sticks', 'the throttle does not come back by itself', { words: 'stiff sticky cable binding' }),
  offIdleAt('slideSlow', 'its slide or piston rises or falls slower than its sisters', {
    words: 'piston sticks diaphragm',
  }),

  cruise('surges', 'it surges at a steady throttle', { words: 'hunting cruise jerks lean' }),
  cruise('thirsty', 'it uses more fuel than it did', { words: 'consumption mpg economy' }),
  cruise('popsOverrun', 'it pops in the exhaust on closing', {
    words: 'backfire overrun deceleration',
    anyway: 'sometimes',
  }),
  cruise('pinks', 'it pinks at part throttle', { words: 'ping knock detonation' }),
  cruise('runsHot', 'it runs hot', { words: 'overheats temperature' }),
  cruise('hardShifts', 'the gearbox changes late and hard', { words: 'shifts automatic transmission modulator' }),

  load('fades', 'it pulls, then fades under load', { words: 'dies hill full throttle starves runs out' }),
  load('revsButNoPull', 'it revs freely but does not pull', { words: 'no power weak under load' }),
  load('gurglesLoad', 'it gurgles and smokes black at full throttle', { words: 'rich four stroking heavy' }),
  load('missesLoad', 'it misses under load only', { words: 'breaks up stutters high revs' }),
  load('clearsByRest', 'after a rest it runs again for a while', { words: 'minutes restart vent' }),
  load('slowTop', 'it does not reach its top speed', { words: 'slow flat breathless', anyway: 'sometimes' }),

  seen('load', 'cylinder')('leanLoad', 'its log is lean at full load', { words: 'lambda afr full throttle lean log' }),
  seen('cruise', 'cylinder')('leanSteady', 'its log is lean at a steady throttle', {
    words: 'lambda afr cruise lean log',
  }),
  seen('cruise', 'cylinder')('richSteady', 'its log is rich at a steady throttle', {
    words: 'lambda afr cruise rich log',
  }),

  hot('floodsHot', 'flooded just after a hot stop', { words: 'restart hot rich' }),
  hot('longCrankHot', 'long cranking after a hot stop', { words: 'hot start hard' }),
  hot('boilsHeard', 'the bowls are heard to boil after a stop', { words: 'percolation bubbling heat soak' }),

  seen('bench', 'throat')('depressionLow', 'its depression stays below its sisters’', { words: 'vacuum low' }),
  seen('bench', 'throat')('depressionHigh', 'its depression stays above its sisters’', { words: 'vacuum high' }),
  seen('bench', 'throat', 'never')('stopDead', 'its stop or synchronising screw moves nothing', {
    words: 'screw no effect balance',
  }),
  seen('bench', 'throat', 'never')('comesElsewhere', 'its throttle comes to rest elsewhere after each blip', {
    words: 'returns differently',
  }),
  seen('bench', 'throat', 'never')('airShort', 'its mouth draws less air at an equal depression', {
    words: 'airflow vacuum agree',
  }),
  seen('bench', 'cylinder')('flutters', 'its needle flutters more than its sisters’', { words: 'jumps shakes needle' }),
  seen('bench', 'throat', 'never')('gaugeDiffers', 'its gauge differs from the others on one source', {
    words: 'instrument offset',
  }),
  seen('bench', 'throat', 'never')('answersOther', 'its needle answers another throat’s screw', {
    words: 'swapped hoses gauges',
  }),
  seen('bench', 'bank')('sensorLean', 'the sensor reads lean, nothing else does', { words: 'lambda oxygen wideband' }),

  plugs('plugWet', 'its plug is wet with fuel', { words: 'fouled soaked' }),
  plugs('plugSooty', 'its plug is black and dry', { words: 'sooty carbon rich' }),
  plugs('plugWhite', 'its plug is white or blistered', { words: 'lean chalky' }),
  plugs('plugOily', 'its plug is oily', { words: 'oil smoke blue' }),
];
