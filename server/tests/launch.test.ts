import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { contract } from '@ember-slate/contract';
import { afterAll, describe, expect, it } from 'vitest';
import { freePort } from '../src/launch/database.ts';
import { readOptions } from '../src/launch/options.ts';
import { built } from './built.ts';
import { ApiClient } from './testShop.ts';

const { DATABASE_URL: _mine, ...env } = process.env;

/** ./start without the set-up around it. */
function start(args: string[], more: Record<string, string> = {}) {
  const child = spawn(process.execPath, [...built('server/dist/launch/start.js'), ...args], {
    env: { ...env, ...more },
  });
  let said = '';
  const heard = new Set<() => void>();
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (chunk: Buffer) => {
      said += chunk.toString();
      for (const check of heard) check();
    });
  return {
    child,
    said: () => said,
    /** Waits until it has said this; fails when it ends before. */
    says: (words: string) =>
      new Promise<void>((done, fail) => {
        const check = () => said.includes(words) && done();
        heard.add(check);
        check();
        child.once('exit', (code) => fail(new Error(`ended with ${code} before "${words}":\n${said}`)));
      }),
  };
}
const ended = (child: ChildProcess) => new Promise<number | null>((done) => child.once('exit', done));

describe('starting', () => {
  const dir = mkdtempSync(join(tmpdir(), 'ember-slate-start-'));
  afterAll(() => rmSync(dir, { recursive: true, force: true }));
  let port = 0;
  const ownPin = '864201';

  it('opens an empty shop, says the first PIN once, and stops cleanly', async () => {
    port = await freePort();
    const shop = start(['--empty', '--port', String(port), '--data', dir]);
    await shop.says('Ctrl-C closes it.');
    expect(shop.said()).toContain(`http://127.0.0.1:${port}`);
    const pin = /Manager, PIN (\d{6})/.exec(shop.said())![1]!;
    const screen = new ApiClient(`http://127.0.0.1:${port}`);
    const { staff, sample } = await screen.ok(contract.session.shop);
    expect(sample).toBe(false);
    // It is printed on a screen: it opens nothing until its owner has chosen another.
    expect((await screen.signIn(staff[0]!.id, pin)).problem.code).toBe('pin-handed');
    expect((await screen.signIn(staff[0]!.id, pin, ownPin)).status).toBe(200);
    expect((await screen.ok(contract.landing.species)).length).toBe(38);
    expect(await screen.ok(contract.counter.stock)).toEqual([]);
    shop.child.kill('SIGINT');
    expect(await ended(shop.child)).toBe(0);
    await expect(fetch(`http://127.0.0.1:${port}/api/shop`)).rejects.toThrow();
    const log = readFileSync(join(dir, 'mariadb.log'), 'utf8');
    expect(log.split('Shutdown complete').length).toBeGreaterThan(1);
  });

  it('starts again with what was there, also after a crash, and never says the PIN again', async () => {
    for (const end of ['power cut', 'killed', 'stopped'] as const) {
      const shop = start(['--empty', '--port', String(port), '--data', dir]);
      await shop.says('Ctrl-C closes it.');
      expect(shop.said()).not.toContain('PIN');
      const screen = new ApiClient(`http://127.0.0.1:${port}`);
      const { staff } = await screen.ok(contract.session.shop);
      expect((await screen.signIn(staff[0]!.id, ownPin)).status).toBe(200);
      // A second one beside it is told so, and harms nothing.
      const second = start(['--empty', '--port', String(await freePort()), '--data', dir]);
      expect(await ended(second.child)).toBe(1);
      expect(second.said()).toMatch(/open already/);
      expect((await screen.send(contract.summary.stages)).status).toBe(200);
      shop.child.kill(end === 'stopped' ? 'SIGINT' : 'SIGKILL');
      await ended(shop.child);
      // Killed alone, it leaves its database running; with the power, that goes too.
      if (end === 'power cut')
        process.kill(Number(readFileSync(join(dir, 'db.pid'), 'utf8').trim()), 'SIGKILL');
    }
  }, 240_000);

  it('says in words that the port is taken, and touches nothing', async () => {
    const other = createServer().listen(0, '127.0.0.1');
    await new Promise((done) => other.once('listening', done));
    const taken = (other.address() as { port: number }).port;
    const shop = start(['--port', String(taken), '--data', join(dir, 'never')]);
    expect(await ended(shop.child)).toBe(1);
    expect(shop.said()).toMatch(/is taken by another program.*--port/s);
    other.close();
  });

  it.each([
    [['--port', 'abc'], /is no port/],
    [['--port', '70000'], /is no port/],
    [['--colour', 'red'], /--colour/],
    [['--tls', 'shop.crt'], /takes two files/],
    [['--tls', 'shop.crt', 'shop.key'], /shop\.crt cannot be read \(ENOENT\)/],
    [['data'], /data is nothing this command knows/],
  ])('refuses %o in words', (args, words) => {
    expect(() => readOptions(args, {})).toThrow(words);
  });

  it.each([
    ['--help', 0, 'stdout'],
    ['--colour', 2, 'stderr'],
  ] as const)('shows how it is used to whoever says %s', (flag, status, stream) => {
    const shop = spawnSync(process.execPath, [...built('server/dist/launch/start.js'), flag], {
      env,
      encoding: 'utf8',
    });
    expect([shop.status, shop[stream]]).toEqual([status, expect.stringContaining('./start [--port N]')]);
  });
});

it('has installed with it every program its scripts run', () => {
  const read = (file: string) =>
    JSON.parse(readFileSync(file, 'utf8')) as Record<string, Record<string, string>>;
  const house = read('package.json');
  const packages = [
    house,
    ...(house.workspaces as unknown as string[]).map((w) => read(`${w}/package.json`)),
  ];
  const named = packages.flatMap((p) => Object.keys({ ...p.dependencies, ...p.devDependencies }));
  const programs = named.flatMap((name) => {
    const { bin } = read(`node_modules/${name}/package.json`);
    return typeof bin === 'string' ? [name.replace(/^@.*\//, '')] : Object.keys(bin ?? {});
  });
  const run = Object.values(house.scripts!).flatMap((s) => s.split(' && ').map((one) => one.split(' ')[0]!));
  expect(run.filter((p) => !['node', 'npm', ...programs].includes(p))).toEqual([]);
});
