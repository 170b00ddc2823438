import { parseProbe } from '@ember-slate/devices/probe-protocol';
import { DeviceLink } from './link.ts';

/** The probe thermometer behind its line protocol: readings as they change, null while it is off. */
export class ProbeAdapter {
  private listeners = new Set<(tenths: number | null) => void>();
  private readonly link: DeviceLink;
  last: number | null = null;

  constructor(address: string | null) {
    this.link = new DeviceLink(address, {
      silentMs: 5000,
      gone: () => this.publish(null),
      line: (text) => {
        const tenths = parseProbe(text);
        if (tenths !== null) this.publish(tenths);
      },
    });
  }

  subscribe(listener: (tenths: number | null) => void): () => void {
    this.listeners.add(listener);
    listener(this.last);
    return () => void this.listeners.delete(listener);
  }

  /** Goes to the probe at another address, or to none. */
  move = (address: string | null): void => this.link.move(address);
  send = (command: string): boolean => this.link.send(command);
  close = (): void => this.link.close();

  private publish(tenths: number | null) {
    if (tenths === this.last) return;
    this.last = tenths;
    for (const listener of this.listeners) listener(tenths);
  }
}
