import type { Reading } from '@ember-slate/contract';
import { parseLine } from '@ember-slate/devices/scale-protocol';
import { DeviceLink } from './link.ts';

const none = { grams: 0, tare: 0, state: 'none', seq: 0 } as const;

/** The bench scale behind its line protocol: readings as they change, `none` while the line is dead. */
export class ScaleAdapter {
  private listeners = new Set<(reading: Reading) => void>();
  private readonly link: DeviceLink;
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
        const reading = parseLine(text);
        if (reading) this.publish({ ...reading, simulated });
      },
    });
  }

  subscribe(listener: (reading: Reading) => void): () => void {
    this.listeners.add(listener);
    listener(this.last);
    return () => {
      this.listeners.delete(listener);
    };
  }

  send = (command: string): boolean => this.link.send(command);
  close = (): void => this.link.close();

  private publish(reading: Reading) {
    const { seq: _before, ...had } = this.last;
    const { seq: _now, ...is } = reading;
    this.last = reading;
    if (JSON.stringify(had) === JSON.stringify(is)) return;
    for (const listener of this.listeners) listener(reading);
  }
}
