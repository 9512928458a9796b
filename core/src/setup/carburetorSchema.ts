import Type, { type Static } from 'typebox';
import { figure, oneOf, text } from '../validation';

const closed = { additionalProperties: false };

/** How a carburetor is made, as far as the work on it differs; `unknown` until somebody says. */
export const BODIES = [
  'roundSlide',
  'diaphragmSlide',
  'liftingPiston',
  'diaphragmJet',
  'sideDraught',
  'twoBarrel',
  'fourBarrel',
  'marine',
  'unknown',
] as const;

/** What brings fuel to an engine; `none` on a machine without a tap. */
const TAPS = ['hand', 'vacuum', 'none', 'unknown'] as const;
const FEEDS = ['gravity', 'mechanicalPump', 'electricPump', 'unknown'] as const;
const COOLINGS = ['air', 'radiator', 'seaWater', 'unknown'] as const;
const CHOKES = ['flap', 'enricher', 'loweredJet', 'none', 'unknown'] as const;

/** Paths by which a carburetor meters fuel, each with a jet that can be read, or a needle. */
export const CIRCUITS = ['pilot', 'transfer', 'needle', 'secondaryMain', 'main', 'air'] as const;

/** What the maker's book gives for a quantity of the sheet, in the quantity's own SI unit. */
const SpecSchema = Type.Object({ quantity: text(40, 1), low: figure(-1e6, 1e6), high: figure(-1e6, 1e6) }, closed);

/** One carburetor, named as its throats name it. */
const CarburetorSchema = Type.Object(
  {
    name: text(80, 1),
    body: oneOf(BODIES),
    bowls: Type.Integer({ minimum: 1, maximum: 2 }),
    /** Those of its body when left out. */
    circuits: Type.Optional(Type.Array(oneOf(CIRCUITS), { maxItems: 6, uniqueItems: true })),
  },
  closed,
);

/** What the sheet needs to know of a machine, and the balance does not. */
export const FittingSchema = Type.Object(
  {
    carburetors: Type.Array(CarburetorSchema, { minItems: 1, maxItems: 8 }),
    /** Each inlet with the carburetors whose bowls it feeds. */
    inlets: Type.Array(
      Type.Object({ name: text(40, 1), feeds: Type.Array(text(80, 1), { minItems: 1, maxItems: 8 }) }, closed),
      { minItems: 1, maxItems: 8 },
    ),
    tap: oneOf(TAPS),
    feed: oneOf(FEEDS),
    cooling: oneOf(COOLINGS),
    choke: oneOf(CHOKES),
    /** Figures of the maker's book. */
    specs: Type.Optional(Type.Array(SpecSchema, { maxItems: 40 })),
  },
  closed,
);

export type Carburetor = Static<typeof CarburetorSchema>;
export type Body = Carburetor['body'];
export type Circuit = (typeof CIRCUITS)[number];
export type Fitting = Static<typeof FittingSchema>;
export type Spec = Static<typeof SpecSchema>;
export const FITTING_CHOICES = { tap: TAPS, feed: FEEDS, cooling: COOLINGS, choke: CHOKES } as const;
