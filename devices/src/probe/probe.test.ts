import { connect } from 'node:net';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { formatProbe, parseProbe } from './protocol.ts';
import { startProbe } from './simulator.ts';

describe('the probe', () => {
  it('reads back every line it writes, and skips noise', () => {
    fc.assert(
      fc.property(fc.integer({ min: -400, max: 600 }), (tenths) => {
        expect(parseProbe(formatProbe(tenths))).toBe(tenths);
      }),
    );
    for (const line of ['', 'P', 'P 1.2', 'p 12', 'P 12 C']) expect(parseProbe(line)).toBeNull();
  });

  it('creeps to what it is stuck into', async () => {
    const server = await startProbe(0, 10);
    const seen: number[] = [];
    const socket = connect((server.address() as { port: number }).port, '127.0.0.1').setEncoding('ascii');
    socket.on('data', (chunk: string) =>
      seen.push(
        ...chunk
          .trim()
          .split('\n')
          .map((l) => parseProbe(l)!),
      ),
    );
    socket.write('PUT 72\n');
    await expect.poll(() => seen.at(-1)).toBe(72);
    expect(seen).toEqual([...seen].sort((a, b) => a - b));
    socket.destroy();
    server.close();
  });
});
