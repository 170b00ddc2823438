import { connect } from 'node:net';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Pan } from './pan.ts';
import { startScale } from './simulator.ts';
import { formatLine, parseLine, type ScaleReading } from './protocol.ts';

/** A pan whose noise repeats: a small linear congruential generator. */
function pan(seed = 1) {
  let state = seed;
  return new Pan(() => (state = (state * 1_103_515_245 + 12_345) % 2_147_483_648) / 2_147_483_648);
}
const run = (p: Pan, ticks: number) => Array.from({ length: ticks }, () => p.tick());
const settle = (p: Pan) => run(p, 40).at(-1)!;

describe('the line protocol', () => {
  it('reads back every line it writes', () => {
    const reading = fc.record({
      seq: fc.integer({ min: 0, max: 999_999_999 }),
      grams: fc.integer({ min: -15_000, max: 20_000 }),
      tare: fc.integer({ min: 0, max: 15_000 }),
      state: fc.constantFrom('steady' as const, 'settling' as const, 'overload' as const),
    });
    fc.assert(
      fc.property(reading, (r: ScaleReading) => {
        expect(parseLine(formatLine(r))).toEqual(r);
      }),
    );
  });

  it.each([
    '',
    'W',
    'W 1 460 0',
    'W 1 460 0 X',
    'W 1 46O 0 S',
    'W 1 460 -1 S',
    'w 1 460 0 S',
    'W 1 460 0 S S',
  ])('skips "%s"', (line) => {
    expect(parseLine(line)).toBeNull();
  });

  it('takes lines that end in a carriage return', () => {
    expect(parseLine('W 12 460 0 S\r')).toEqual({ seq: 12, grams: 460, tare: 0, state: 'steady' });
  });

  it('never throws on noise', () => {
    fc.assert(fc.property(fc.string(), (s) => void parseLine(s)));
  });
});

describe('the simulated pan', () => {
  it('swings when a fish is laid on, then stands still on its weight', () => {
    const p = pan();
    settle(p);
    p.put(4600);
    const readings = run(p, 40);
    expect(readings[0]!.state).toBe('settling');
    expect(readings.at(-1)!.state).toBe('steady');
    expect(Math.abs(readings.at(-1)!.grams - 4600)).toBeLessThanOrEqual(2);
    const steadyAt = readings.findIndex((r) => r.state === 'steady');
    expect(steadyAt).toBeGreaterThan(4);
    expect(steadyAt).toBeLessThan(25);
    expect(readings.map((r) => r.seq)).toEqual(readings.map((_, i) => readings[0]!.seq + i));
  });

  it('takes a tub off and gives it back', () => {
    const p = pan();
    p.put(380);
    settle(p);
    p.tare();
    expect(Math.abs(settle(p).grams)).toBeLessThanOrEqual(2);
    p.put(2690);
    expect(Math.abs(settle(p).grams - 2310)).toBeLessThanOrEqual(3);
    p.put(0);
    expect(settle(p).grams).toBeLessThan(-370);
  });

  it('refuses to tare while it swings', () => {
    const p = pan();
    settle(p);
    p.put(5000);
    run(p, 2);
    p.tare();
    expect(settle(p).tare).toBe(0);
  });

  it('zeroes a little, not a load', () => {
    const p = pan();
    p.put(40);
    settle(p);
    p.setZero();
    expect(Math.abs(settle(p).grams)).toBeLessThanOrEqual(2);
    p.put(2040);
    settle(p);
    p.setZero();
    expect(settle(p).grams).toBeGreaterThan(1990);
  });

  it('never comes to rest while it shakes, and creeps while it drifts', () => {
    const p = pan();
    p.put(500);
    p.setNoise(6);
    expect(run(p, 80).some((r) => r.state === 'steady')).toBe(false);
    p.setNoise(0);
    expect(settle(p).state).toBe('steady');
    // 20 g a minute at ten readings a second: 10 g in 300 readings.
    p.setDrift(20);
    const before = settle(p).grams;
    expect(run(p, 300).at(-1)!.grams - before).toBeGreaterThanOrEqual(8);
    p.setDrift(0);
    p.put(0);
    settle(p);
    p.setZero();
    expect(Math.abs(settle(p).grams)).toBeLessThanOrEqual(2);
  });

  it('says overload beyond its capacity', () => {
    const p = pan();
    p.put(15_200);
    expect(settle(p).state).toBe('overload');
  });
});

describe('the simulated scale on its line', () => {
  it('drops everyone when its cable comes out, and is there again after', async () => {
    const server = await startScale(0, () => 0.5, 10);
    const { port } = server.address() as { port: number };
    const lines = () =>
      new Promise<number>((done) => {
        let n = 0;
        const socket = connect(port, '127.0.0.1');
        socket.on('data', () => {
          if (++n === 3) socket.destroy();
        });
        socket.on('error', () => undefined);
        socket.on('close', () => done(n));
      });
    expect(await lines()).toBe(3);
    const hand = connect(port, '127.0.0.1');
    // What it is told is read to its end: an end behind unread lines would never be seen.
    const gone = new Promise((done) => hand.on('close', done));
    hand.on('error', () => undefined).resume();
    hand.write('UNPLUG 1\nNOISE -4\nPUT x\n');
    await gone;
    expect(await lines()).toBe(0);
    await expect.poll(lines, { timeout: 4000, interval: 100 }).toBe(3);
    server.close();
  });
});
