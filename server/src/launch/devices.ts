import type { Pool } from 'mysql2/promise';
import type { DeviceKind, DeviceStates } from '../platform/config.ts';
import type { PrinterAdapter } from '../platform/devices/printer.ts';
import type { ProbeAdapter } from '../platform/devices/probe.ts';
import type { ScaleAdapter } from '../platform/devices/scale.ts';
import { log } from '../platform/log.ts';
import { readSettings } from '../platform/settings.ts';
import type { SensorFeed } from '../stages/cold/commands/sensors.ts';

/** How often it is looked whether the shop says another address, ms. */
const lookMs = 1000;

interface Adapters {
  scale: ScaleAdapter;
  probe: ProbeAdapter;
  sensors: SensorFeed;
  printer: PrinterAdapter;
}

/**
 * Keeps the adapters of this process at the addresses the shop says, for devices that were not given one at the start;
 * whichever process took the setting, each follows. Returns what ends it.
 */
export function keepDevices(pool: Pool, given: DeviceStates, at: Adapters): () => void {
  let there = '';
  const look = async () => {
    const { devices } = await readSettings(pool);
    const asked = JSON.stringify(devices);
    if (asked === there) return;
    const had = there === '' ? null : (JSON.parse(there) as typeof devices);
    there = asked;
    const moved = (kind: DeviceKind) =>
      given[kind] === 'none' && JSON.stringify(had?.[kind]) !== JSON.stringify(devices[kind]);
    if (moved('scale')) at.scale.move(devices.scale.address, devices.scale.lines);
    if (moved('probe')) at.probe.move(devices.probe.address);
    if (moved('sensors')) at.sensors.move(devices.sensors.address);
    if (moved('printer')) at.printer.move(devices.printer.address, devices.printer.lines);
  };
  let looking = false;
  const timer = setInterval(() => {
    if (looking) return;
    looking = true;
    void look()
      .catch((error: unknown) => log.warn({ err: error }, 'devices wait for the records'))
      .finally(() => (looking = false));
  }, lookMs);
  return () => clearInterval(timer);
}
