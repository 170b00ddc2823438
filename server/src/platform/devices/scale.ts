import type { Reading } from '@ember-slate/contract';
import { parseLine } from '@ember-slate/devices/scale-protocol';
import { PlainScale, type PlainUnit } from '@ember-slate/devices/scale-plain';
import { DeviceLink } from './link.ts';

const none = { grams: 0, tare: 0, state: 'none', seq: 0 } as const;

/** How a scale speaks: by this program's own lines, or by plain ones, in a unit where they name none. */
export type ScaleLines = 'own' | PlainUnit;

/** The bench scale: readings as they change, `none` while it does not answer. */
export class ScaleAdapter {
  private listeners = new Set<(reading: Reading) => void>();
  private readonly link: DeviceLink;
  /** What takes plain lines; null for a scale that speaks this program's own. */
  private plain: PlainScale | null = null;
  last: Reading;

  /** What a stand-in says is marked as simulated from here on. */
  constructor(
    address: string | null,
    readonly simulated = false,
  ) {
    this.last = { ...none, simulated };
    this.link = new DeviceLink(address, {
      silentMs: 3000,
      gone: () => this.publish({ ...none, simulated }),
      line: (text) => {
        const reading = this.plain ? this.plain.read(text) : parseLine(text);
        if (reading) this.publish({ ...reading, simulated });
      },
    });
  }

  /** Goes to the scale at another address, or to none. */
  move(address: string | null, lines: ScaleLines): void {
    this.plain = lines === 'own' ? null : new PlainScale(lines);
    this.link.move(address);
  }

  subscribe(listener: (reading: Reading) => void): () => void {
    this.listeners.add(listener);
    listener(this.last);
    return () => {
      this.listeners.delete(listener);
    };
  }

  /** Tells the scale to do something; false when it is not there. One of plain lines is tared here. */
  send(command: string): boolean {
    if (!this.plain) return this.link.send(command);
    return this.last.state !== 'none' && this.plain.command(command);
  }

  close = (): void => this.link.close();

  private publish(reading: Reading) {
    const { seq: _before, ...had } = this.last;
    const { seq: _now, ...is } = reading;
    this.last = reading;
    if (JSON.stringify(had) === JSON.stringify(is)) return;
    for (const listener of this.listeners) listener(reading);
  }
}
