import type { Knex } from 'knex';
import * as workshop from './0001-workshop';
import * as machineParticulars from './0002-machine-particulars';
import * as jobLedger from './0003-job-ledger';
import * as jobSummary from './0004-job-summary';
import * as jobSnapshot from './0005-job-snapshot';
import * as attachments from './0006-attachments';
import * as tombstone from './0007-tombstone';
import * as fill from './0008-fill';
import * as garageIndexes from './0009-garage-indexes';
import * as eventGuard from './0010-event-guard';
import * as instruments from './0011-instruments';
import * as liveRelay from './0012-live-relay';
import * as workshopSetting from './0013-workshop-setting';
import * as eventKind from './0014-event-kind';

export interface Migration {
  readonly name: string;
  readonly up: (knex: Knex) => Promise<void>;
  readonly down: (knex: Knex) => Promise<void>;
}

/** In order. Schema changes do not roll back in MariaDB, so each migration is one small change. */
export const MIGRATIONS: readonly Migration[] = [
  { name: '0001-workshop', ...workshop },
  { name: '0002-machine-particulars', ...machineParticulars },
  { name: '0003-job-ledger', ...jobLedger },
  { name: '0004-job-summary', ...jobSummary },
  { name: '0005-job-snapshot', ...jobSnapshot },
  { name: '0006-attachments', ...attachments },
  { name: '0007-tombstone', ...tombstone },
  { name: '0008-fill', ...fill },
  { name: '0009-garage-indexes', ...garageIndexes },
  { name: '0010-event-guard', ...eventGuard },
  { name: '0011-instruments', ...instruments },
  { name: '0012-live-relay', ...liveRelay },
  { name: '0013-workshop-setting', ...workshopSetting },
  { name: '0014-event-kind', ...eventKind },
];
