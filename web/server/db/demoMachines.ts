import { type Adjuster, ARCHETYPES, type ArchetypeName, type Setup } from '@amber-needle/core/setup';

export interface DemoMachine {
  readonly name: string;
  readonly bank: ArchetypeName;
  readonly idleRpm?: number;
  /** Each throat has a fuel screw of its own, from below: racks that ship have none. */
  readonly fuelScrews?: true;
  readonly note: string;
  readonly owner: string;
  readonly plate: string;
}

/** Invented machines of an invented workshop, each with another bank; their ids end in their place, a1 to a9. */
export const MACHINES: readonly DemoMachine[] = [
  {
    name: 'Harrow 750 twin',
    bank: 'twin',
    idleRpm: 1050,
    note: 'Red tank. Owner rides it to work all year.',
    owner: 'Ada Holm',
    plate: 'AN 750',
  },
  {
    name: 'Fenwick 650 triple',
    bank: 'rack3',
    note: 'Long stored, new diaphragms last spring.',
    owner: 'Per Lindqvist-Moor',
    plate: 'FW 65',
  },
  {
    name: 'Marl parallel twin',
    bank: 'twin',
    idleRpm: 1000,
    note: 'Club machine, two keys on the board.',
    owner: 'The harbour club',
    plate: '',
  },
  {
    name: 'Tarn 900 four',
    bank: 'rack4',
    note: 'Rack was off for cleaning in May.',
    owner: 'Ines Brandal',
    plate: 'TN 904',
  },
  {
    name: 'Corrie six',
    bank: 'rack6',
    note: 'Bring the long screwdriver: the fourth screw sits deep.',
    owner: 'Joost Aalders',
    plate: 'CS 6',
  },
  {
    name: 'Larkhill saloon six',
    bank: 'sideDraughtSix',
    note: 'Three side-draughts on one long linkage.',
    owner: 'Ruth Oyelaran',
    plate: 'LH 2400',
  },
  {
    name: 'Weir flat four',
    bank: 'flatFour',
    note: 'Carburetors far apart: look at the rods first.',
    owner: 'Tomasz Wrona',
    plate: '',
  },
  {
    name: 'Bracken V8 coupe',
    bank: 'fourBarrel',
    note: 'Plenum: the airflow meter decides here.',
    owner: 'Marta Quell',
    plate: 'BK 8',
  },
  {
    name: 'Gannet 40 outboard',
    bank: 'outboardTriple',
    note: 'Runs on the tank only, exhaust under water.',
    owner: 'The harbour club',
    plate: 'hull 12',
  },
  {
    name: 'Alder 400 four',
    bank: 'rack4',
    note: 'Rack comes off backwards, over the frame.',
    owner: 'Noor Haverkamp',
    plate: 'AL 404',
  },
  {
    name: 'Skerry 250 twin',
    bank: 'twoStrokeTwin',
    note: 'Tank sheds rust; filter in each hose.',
    owner: 'Lars Winther-Bo',
    plate: '',
  },
  {
    name: 'Petrel 90 outboard',
    bank: 'outboardTriple',
    note: 'Cold starts from the pontoon.',
    owner: 'The harbour club',
    plate: 'hull 7',
  },
  {
    name: 'Corran 900 three',
    bank: 'rack3',
    fuelScrews: true,
    note: 'Bung in the link pipe of each exhaust: the sensor is carried round.',
    owner: 'Signe Aas-Merrow',
    plate: 'CN 903',
  },
  {
    name: 'Plover twin-carb saloon',
    bank: 'siamesedFour',
    note: 'Clear plug in the drawer; pistons lift freely.',
    owner: 'Ewan Tarlock',
    plate: 'PL 1275',
  },
  {
    name: 'Larch V-twin',
    bank: 'vTwin',
    note: 'Bungs in both pipes, one sensor. Rear is cylinder 1.',
    owner: 'Ada Holm',
    plate: 'LV 2',
  },
  {
    name: 'Dunlin 500 twin',
    bank: 'twin',
    note: 'Left is cylinder 1.',
    owner: 'Per Lindqvist-Moor',
    plate: 'DN 500',
  },
];

/** A machine's bank with its idle and, where it has them, a fuel screw for each throat. */
export function setupOf({ bank, idleRpm, fuelScrews }: Pick<DemoMachine, 'bank' | 'idleRpm' | 'fuelScrews'>): Setup {
  const setup = ARCHETYPES[bank];
  const targets = idleRpm === undefined ? setup.targets : { ...setup.targets, idleRpm };
  return { ...setup, targets, adjusters: [...setup.adjusters, ...(fuelScrews ? screwsOf(setup) : [])] };
}

function screwsOf({ throats }: Setup): readonly Adjuster[] {
  return throats.map(({ id }) => ({
    id: `M${id}`,
    label: `Fuel screw ${id}`,
    kind: 'fuelScrew',
    acts: [{ throat: id, turnedIn: 'leaner' }],
    pitchMm: 0.75,
    leverMm: 10,
    range: { outTurns: 4, inTurns: 2 },
    seenFrom: 'below, looking up at the screw head',
  }));
}
