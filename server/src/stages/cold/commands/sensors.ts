import { connect, type Socket } from 'node:net';
import { contract } from '@ember-slate/contract';
import { parseReading, type SensorReading } from '@ember-slate/devices/sensor-protocol';
import type { Pool } from 'mysql2/promise';
import { row, transaction } from '../../../platform/db.ts';
import { announce } from '../../../platform/feed.ts';
import { log } from '../../../platform/log.ts';
import { places } from '../../../shop/logs.ts';
import { writeReadings } from './places.ts';

/** How long lines are gathered before they are written together, ms. */
const gatherMs = 300;

/** A reading farther in the future than this is a sensor with a wrong clock and is not kept, ms. */
export const aheadMs = 10 * 60_000;

/**
 * The cold-room sensors behind their line protocol: asks for what was read since the last reading kept, writes what
 * comes, and asks again after every break, so that a server that was away misses nothing the sensors remember.
 */
export class SensorFeed {
  private socket: Socket | null = null;
  private retry: NodeJS.Timeout | null = null;
  private gather: NodeJS.Timeout | null = null;
  private waiting: SensorReading[] = [];
  private writing: Promise<void> = Promise.resolve();
  private closed = false;

  constructor(
    private readonly pool: Pool,
    private address: string | null,
    /** What its readings are kept as. */
    private readonly source: 'sensor' | 'simulated' = 'sensor',
    private readonly clock: () => Date = () => new Date(),
  ) {
    if (address) this.open();
  }

  /** Goes to the sensors at another address, or to none. */
  move(address: string | null): void {
    if (this.retry) clearTimeout(this.retry);
    const had = this.socket;
    this.socket = null;
    this.address = address;
    had?.destroy();
    if (address) this.open();
  }

  async close(): Promise<void> {
    this.closed = true;
    for (const timer of [this.retry, this.gather]) if (timer) clearTimeout(timer);
    this.socket?.destroy();
    await this.writing;
  }

  private open() {
    const [host, port] = this.address!.split(':');
    const socket = connect({ host: host!, port: Number(port) });
    socket.setEncoding('ascii');
    let rest = '';
    socket.on('connect', () => void this.ask(socket));
    socket.on('data', (chunk: string) => {
      const lines = (rest + chunk).split('\n');
      rest = lines.pop()!.slice(-200);
      for (const line of lines) {
        const reading = parseReading(line);
        if (reading) this.waiting.push(reading);
      }
      this.gather ??= setTimeout(() => {
        this.gather = null;
        this.writing = this.writing.then(() => this.write());
      }, gatherMs);
    });
    socket.on('error', () => undefined); // 'close' follows and says it
    socket.on('close', () => {
      if (!this.closed && this.socket === socket) this.retry = setTimeout(() => this.open(), 2000);
    });
    this.socket = socket;
  }

  private async ask(socket: Socket) {
    try {
      const last = await row<{ at: Date | null }>(
        this.pool,
        'SELECT MAX(at) AS at FROM reading WHERE source = ?',
        [this.source],
      );
      socket.write(`SINCE ${(last?.at ?? this.clock()).toISOString()}\n`);
    } catch (error) {
      log.warn({ err: error }, 'sensors wait for the records');
      socket.destroy();
    }
  }

  /** Writes what was gathered; what cannot be written now is asked for again. */
  private async write(): Promise<void> {
    const batch = this.waiting.splice(0);
    const now = this.clock();
    try {
      await transaction(this.pool, async (tx) => {
        let written = 0;
        for (const place of await places(tx)) {
          const mine = batch.filter(
            (r) => r.sensor === place.sensor && r.at.getTime() <= now.getTime() + aheadMs,
          );
          written += await writeReadings(tx, place, mine, this.source, null);
        }
        if (written > 0) await announce(tx, contract.cold.read.tags, now);
      });
    } catch (error) {
      log.warn({ err: error }, 'sensor readings wait');
      this.socket?.destroy();
    }
  }
}
