import { INSTRUMENT_KINDS, LEARNED } from '@amber-needle/core/job';
import { ARCHETYPE_NAMES } from '@amber-needle/core/setup';
import { figure, Instant, text } from '@amber-needle/core/validation';
import Type, { type Static } from 'typebox';
import { PRESSURE_UNITS } from '../words/deviceUnit';

const closed = { additionalProperties: false };
const Id = Type.String({ pattern: '^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$' });

/** Whose a machine is, and what tells it from others; every field may be left empty. */
const particulars = {
  owner: text(120),
  contact: text(200),
  plate: text(32),
  /** Odometer or hour meter as it is read, with its unit. */
  meterReading: text(32),
};

/** What the form for a new machine asks: one schema for the form and for the server. */
const NewMachineSchema = Type.Object(
  {
    name: Type.String({ minLength: 1, maxLength: 80, pattern: '^(?=.*\\S)[^\\u0000-\\u001f\\ud800-\\udfff]*$' }),
    /** The bank it starts from. */
    archetype: Type.Enum(ARCHETYPE_NAMES),
    note: text(500),
    idleRpm: figure(400, 3000),
    spreadKPa: figure(0.1, 5),
    practice: Type.Optional(Type.Literal(true)),
  },
  closed,
);

export type NewMachine = Static<typeof NewMachineSchema>;

/** What can be changed of a machine without touching its bank. */
const MachineEditSchema = Type.Object(
  { name: NewMachineSchema.properties.name, note: text(2000), ...particulars },
  closed,
);

export type MachineEdit = Static<typeof MachineEditSchema>;

const MachineCommand = Type.Object(
  {
    do: Type.Union([
      Type.Literal('archive'),
      Type.Literal('unarchive'),
      Type.Literal('delete'),
      Type.Literal('restore'),
      Type.Literal('erasePerson'),
    ]),
  },
  closed,
);

const JobCommand = Type.Object({ do: Type.Union([Type.Literal('delete'), Type.Literal('restore')]) }, closed);

/** Lines of a workshop file. */
const machineLine = Type.Object(
  {
    id: Id,
    name: text(120, 1),
    note: text(2000),
    ...particulars,
    practice: Type.Boolean(),
    archivedAt: Type.Union([Instant, Type.Null()]),
    createdAt: Instant,
    setup: Type.Unknown(),
  },
  closed,
);
const jobLine = Type.Object({ id: Id, machineId: Id }, closed);
const Hash = Type.String({ pattern: '^[0-9a-f]{64}$' });
const attachmentLine = Type.Object({ jobId: Id, hash: Hash, name: text(200, 1), type: text(100, 1) }, closed);

/** Everything that only the app takes in, by name. */
/** An instrument of the workshop as a form or a job gives it. */
const InstrumentSchema = Type.Object(
  {
    id: Id,
    name: NewMachineSchema.properties.name,
    what: Type.Enum(INSTRUMENT_KINDS),
    channels: Type.Integer({ minimum: 1, maximum: 8 }),
    classPercent: Type.Union([figure(0.05, 10), Type.Null()]),
    learned: Type.Array(Type.Object({ channel: Type.Integer({ minimum: 1, maximum: 8 }), ...LEARNED }, closed), {
      maxItems: 8,
    }),
  },
  closed,
);

export type InstrumentEdit = Static<typeof InstrumentSchema>;

export const REQUESTS = {
  instrument: InstrumentSchema,
  workshopSetting: Type.Object({ depressionUnit: Type.Enum([...PRESSURE_UNITS]) }, closed),
  instrumentLine: InstrumentSchema,
  instrumentCommand: Type.Object({ do: Type.Literal('delete') }, closed),
  newMachineForm: NewMachineSchema,
  newMachine: Type.Object({ id: Id, ...NewMachineSchema.properties }, closed),
  machineEdit: MachineEditSchema,
  machineCommand: MachineCommand,
  jobCommand: JobCommand,
  machineLine,
  jobLine,
  attachmentLine,
  replacedSetup: Type.Object({ seen: Type.Unknown(), setup: Type.Unknown() }, closed),
  newJob: Type.Object(
    { id: Id, machineId: Id, complaint: text(2000), practice: Type.Optional(Type.Literal(true)) },
    closed,
  ),
  practiceResume: Type.Object(
    {
      positions: Type.Record(text(32), figure(-100, 100)),
      clamped: Type.Array(text(32), { maxItems: 24 }),
      running: Type.Boolean(),
    },
    closed,
  ),
};
