import type { Knex } from 'knex';
import { v4 as uuid } from 'uuid';
import { beat, forget, type LiveRow, newestOf, publish, sentAfter } from '../db/liveRelay';
import type { Hub } from './hub';
import { readBatch } from './readBatch';

const BEAT_EVERY_MS = 2000;
/** How often others are asked for news while there are others: the beat of a gauge's own posts, twice. Ours. */
const ASK_EVERY_MS = 100;
/** What waits to be written while the database is slow; the oldest goes first, for a live bench wants the newest. Ours. */
const MOST_WAITING = 400;

/**
 * Gives what gauges send to this process to the watchers of other app processes on the same database, and theirs to its own.
 * While no other process runs it writes one row every two seconds and reads nothing.
 */
export class Relay {
  private readonly id = uuid();
  private readonly timers: NodeJS.Timeout[] = [];
  private readonly read = new Map<string, number>();
  private waiting: LiveRow[] = [];
  private seq = 0;
  private busy = false;

  constructor(
    private readonly db: Knex,
    private readonly hub: Hub,
    /** Told of what the database refused; the relay goes on. */
    private readonly onTrouble: (error: unknown) => void,
  ) {}

  /** Begins; the first beat is over when this resolves. */
  async start(): Promise<void> {
    this.hub.onGiven = ({ bench, kind, text }) => {
      if (this.read.size === 0) return;
      this.waiting.push({ bench, kind, body: text });
      if (this.waiting.length > MOST_WAITING) this.waiting.shift();
    };
    await this.beatOnce();
    this.timers.push(
      setInterval(() => void this.beatOnce(), BEAT_EVERY_MS).unref(),
      setInterval(() => void this.exchange(), ASK_EVERY_MS).unref(),
    );
  }

  async stop(): Promise<void> {
    for (const timer of this.timers) clearInterval(timer);
    this.hub.onGiven = () => {};
    await forget(this.db, [this.id]);
  }

  private async beatOnce(): Promise<void> {
    await this.trying(async () => {
      const others = await beat(this.db, this.id);
      for (const known of this.read.keys()) if (!others.includes(known)) this.read.delete(known);
      for (const other of others) if (!this.read.has(other)) this.read.set(other, await newestOf(this.db, other));
    });
  }

  /** Writes what waits, and reads what others wrote. One at a time: numbers are given in order, and a slow database is not crowded. */
  private async exchange(): Promise<void> {
    if (this.busy || this.read.size === 0) return;
    this.busy = true;
    await this.trying(async () => {
      const rows = this.waiting.splice(0);
      if (rows.length > 0) {
        await publish(this.db, this.id, { rows, firstSeq: this.seq + 1 });
        this.seq += rows.length;
      }
      for (const [other, seq] of this.read) await this.readFrom(other, seq);
    });
    this.busy = false;
  }

  private async readFrom(other: string, seq: number): Promise<void> {
    const { rows, upTo } = await sentAfter(this.db, other, seq);
    for (const row of rows) this.give(row);
    if (this.read.has(other)) this.read.set(other, upTo);
  }

  private give({ bench, kind, body }: LiveRow): void {
    if (kind === 'problem') return this.hub.deliverProblem(bench, body);
    const { batch } = readBatch(body);
    if (batch !== undefined) this.hub.deliver(bench, batch, Date.now());
  }

  private async trying(work: () => Promise<void>): Promise<void> {
    try {
      await work();
    } catch (error) {
      this.onTrouble(error);
    }
  }
}
