import { connect } from 'node:net';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { sensors, tenthsAt } from './curve.ts';
import { formatReading, parseReading } from './protocol.ts';
import { startSensors } from './simulator.ts';

const noon = new Date('2026-11-25T12:00:00Z');

describe('the sensor protocol', () => {
  it('reads back every line it writes, and skips noise', () => {
    const reading = fc.record({
      sensor: fc.constantFrom(...sensors),
      at: fc.date({ min: new Date('2020-01-01'), max: new Date('2040-01-01'), noInvalidDate: true }),
      tenths: fc.integer({ min: -400, max: 600 }),
    });
    fc.assert(
      fc.property(reading, (r) => {
        expect(parseReading(formatReading(r))).toEqual(r);
      }),
    );
    fc.assert(fc.property(fc.string(), (s) => void parseReading(s)));
    for (const line of [
      '',
      'T',
      'T van 2026-13-40T00:00:00Z 10',
      'T van 2026-11-25 10',
      'T VAN 2026-11-25T12:00:00Z 10',
    ])
      expect(parseReading(line)).toBeNull();
  });
});

describe('the simulated sensors', () => {
  it('read the same at the same instant, near what the place is kept at', () => {
    for (const sensor of sensors) expect(tenthsAt(sensor, noon)).toBe(tenthsAt(sensor, noon));
    expect(Math.abs(tenthsAt('freezer', noon) + 213)).toBeLessThan(20);
  });

  it('remember what was asked for, warm up when a door stays open, and fall silent', async () => {
    const clock = { now: noon };
    const server = await startSensors(0, () => clock.now, 10);
    const { port } = server.address() as { port: number };
    const lines: string[] = [];
    const socket = connect(port, '127.0.0.1').setEncoding('ascii');
    socket.on('data', (chunk: string) => lines.push(...chunk.trim().split('\n')));
    socket.write('SINCE 2026-11-25T11:00:00Z\nWARM van 8\nSILENT slab\n');
    await expect.poll(() => lines.length).toBe(12 * sensors.length);
    clock.now = new Date('2026-11-25T13:00:00Z');
    await expect.poll(() => lines.length).toBe(12 * sensors.length + 12 * (sensors.length - 1));
    const van = lines
      .map(parseReading)
      .filter((r) => r!.sensor === 'van')
      .at(-1)!;
    expect(van.tenths - tenthsAt('van', van.at)).toBe(80);
    socket.destroy();
    server.close();
  });
});
