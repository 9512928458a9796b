/** A workshop as one zip file. The manifest names every other file with the SHA-256 of its content. */
export const WORKSHOP_FORMAT = 'amber-needle/workshop';
export const WORKSHOP_VERSION = 2;
/** Version 1 had no instruments. */
export const READ_VERSIONS: readonly unknown[] = [1, WORKSHOP_VERSION];

export const MANIFEST = 'manifest.json';
export const MACHINES = 'machines.ndjson';
export const INSTRUMENTS = 'instruments.ndjson';
export const JOBS = 'jobs.ndjson';
export const ATTACHMENTS = 'attachments.ndjson';

/** A job's log, an event a line. */
export function jobFile(id: string): string {
  return `jobs/${id}.ndjson`;
}

export function attachmentFile(hash: string): string {
  return `attachments/${hash}`;
}

export interface Manifest {
  readonly format: typeof WORKSHOP_FORMAT;
  readonly version: typeof WORKSHOP_VERSION;
  readonly files: Readonly<Record<string, string>>;
}

export interface MachineLine {
  readonly id: string;
  readonly name: string;
  readonly note: string;
  readonly owner: string;
  readonly contact: string;
  readonly plate: string;
  readonly meterReading: string;
  readonly practice: boolean;
  readonly archivedAt: string | null;
  readonly createdAt: string;
  readonly setup: unknown;
}

export interface JobLine {
  readonly id: string;
  readonly machineId: string;
}

export interface AttachmentLine {
  readonly jobId: string;
  readonly hash: string;
  readonly name: string;
  readonly type: string;
}
