import { spawnSync } from 'node:child_process';
import { contract, type AnswerOf, type BodyOf } from '@ember-slate/contract';
import { afterAll, beforeAll, beforeEach, describe, expect, inject, it } from 'vitest';
import { row } from '../src/platform/db.ts';
import { built } from './built.ts';
import { ApiClient, openTestShop, pins, type TestShop } from './testShop.ts';

/* Who works here: added, renamed, gone and back; PINs that are handed over and PINs of their own. */
let shop: TestShop;
beforeAll(async () => void (shop = await openTestShop(inject('databaseUrl'))));
afterAll(() => shop.close());
beforeEach(async () => void (await shop.manager.signIn(shop.staff.manager, pins.manager)));

type Person = AnswerOf<typeof contract.people.list>[number];
const list = () => shop.manager.ok(contract.people.list);
const one = async (id: number): Promise<Person> => (await list()).find((p) => p.id === id)!;
let added = 0;
const add = async (more: Partial<BodyOf<typeof contract.people.add>> = {}) =>
  (
    await shop.manager.ok(contract.people.add, {
      body: { name: `Somebody ${++added}`, role: 'counter', pin: '445566', ...more },
    })
  ).id;
const edits = async (id: number, more: Partial<BodyOf<typeof contract.people.edit>>) => {
  const { version, name, role, active } = await one(id);
  return shop.manager.send(contract.people.edit, {
    params: { id },
    body: { version, name, role, active, ...more },
  });
};
const door = (staffId: number, pin: string, newPin?: string, at = new ApiClient(shop.base)) =>
  at.signIn(staffId, pin, newPin);
/** Somebody at a screen of their own, with a PIN of their own. */
async function atWork(more: Parameters<typeof add>[0] = {}) {
  const id = await add(more);
  const screen = new ApiClient(shop.base);
  expect((await door(id, '445566', '778899', screen)).status).toBe(200);
  return { id, screen };
}
const works = async (screen: ApiClient) => (await screen.send(contract.summary.stages)).status;

describe('a PIN that was handed over', () => {
  it('opens nothing until its owner has chosen their own, and nothing from then on', async () => {
    const id = await add();
    expect((await one(id)).pin).toBe('handed');
    const screen = new ApiClient(shop.base);
    const asked = await door(id, '445566', undefined, screen);
    expect([asked.status, asked.problem.code]).toEqual([403, 'pin-handed']);
    expect(await works(screen)).toBe(401);
    expect((await door(id, '000000', '778899', screen)).status).toBe(401);
    const same = await door(id, '445566', '445566', screen);
    expect([same.status, same.problem.errors![0]!.path]).toEqual([400, 'newPin']);
    expect((await door(id, '445566', '12', screen)).status).toBe(400);
    expect((await one(id)).pin).toBe('handed');
    expect((await door(id, '445566', '778899', screen)).status).toBe(200);
    expect(await works(screen)).toBe(200);
    expect((await one(id)).pin).toBe('own');
    expect((await door(id, '445566')).status).toBe(401);
    expect((await door(id, '778899')).status).toBe(200);
  });

  it('ends every session of somebody who forgot theirs, and lets them try at once', async () => {
    const { id, screen } = await atWork();
    for (const pin of ['000000', '000001', '000002']) await door(id, pin);
    expect((await door(id, '778899')).status).toBe(429);
    await shop.manager.ok(contract.people.setPin, { params: { id }, body: { pin: '123123' } });
    expect(await works(screen)).toBe(401);
    expect((await door(id, '778899')).status).toBe(401);
    expect((await door(id, '123123')).problem.code).toBe('pin-handed');
    expect((await door(id, '123123', '778899', screen)).status).toBe(200);
  });

  it('is changed by its owner whenever they like, which signs out their other screens', async () => {
    const { id, screen } = await atWork();
    const other = new ApiClient(shop.base);
    expect((await door(id, '778899', '998877', other)).status).toBe(200);
    expect([await works(screen), await works(other)]).toEqual([401, 200]);
  });

  it('cannot be read out of what is kept of the request', async () => {
    const body = { name: 'Kept Nowhere', role: 'counter' as const };
    const key = crypto.randomUUID();
    const first = await shop.manager.send(contract.people.add, { body: { ...body, pin: '111111' }, key });
    // Were it part of what is kept, another PIN would be another request.
    const again = await shop.manager.send(contract.people.add, { body: { ...body, pin: '222222' }, key });
    expect([again.status, again.body]).toEqual([200, first.body]);
  });
});

describe('people', () => {
  it('are at the door while they work here, and in the list for good', async () => {
    const { id, screen } = await atWork({ name: 'Comes And Goes' });
    const atTheDoor = async () => (await screen.ok(contract.session.shop)).staff.some((s) => s.id === id);
    expect(await atTheDoor()).toBe(true);
    expect((await edits(id, { active: false })).status).toBe(200);
    expect([await works(screen), await atTheDoor()]).toEqual([401, false]);
    expect((await door(id, '778899')).status).toBe(401);
    expect(await one(id)).toMatchObject({ name: 'Comes And Goes', active: false, signedIn: [] });
    expect((await edits(id, { active: true })).status).toBe(200);
    expect((await door(id, '778899')).status).toBe(200);
  });

  it('may do from now on what their role is now', async () => {
    const { id, screen } = await atWork();
    expect((await screen.send(contract.people.list)).status).toBe(403);
    expect((await edits(id, { role: 'manager', name: 'Risen' })).status).toBe(200);
    expect((await screen.send(contract.people.list)).status).toBe(200);
    expect((await edits(id, { role: 'bench' })).status).toBe(200);
    expect((await screen.send(contract.people.list)).status).toBe(403);
  });

  it('are told apart by name, whoever left', async () => {
    await atWork({ name: 'Inés Barrow' });
    const gone = await add({ name: 'Gone Already' });
    await edits(gone, { active: false });
    const other = await add();
    for (const [name, words] of [
      ['inés barrow', /called that already/],
      ['INES BARROW', /called that already/],
      ['gone already', /who left/],
    ] as const) {
      const answers = [
        await shop.manager.send(contract.people.add, { body: { name, role: 'bench', pin: '445566' } }),
        await edits(other, { name }),
      ];
      for (const a of answers) {
        expect(a.status).toBe(400);
        expect(a.problem.errors).toEqual([{ path: 'name', message: expect.stringMatching(words) as string }]);
      }
    }
    // Their own name in other letters is theirs.
    expect((await edits(gone, { name: 'GONE ALREADY' })).status).toBe(200);
  });

  it('never leave the shop without a manager, not even two of them at once', async () => {
    const me = shop.staff.manager;
    for (const p of await list())
      if (p.role === 'manager' && p.id !== me) await edits(p.id, { role: 'counter' });
    const demoted = await edits(me, { role: 'bench' });
    expect([demoted.status, demoted.problem.errors![0]!.path]).toEqual([400, 'role']);
    const left = await edits(me, { active: false });
    expect([left.status, left.problem.errors![0]!.path]).toEqual([400, 'active']);
    const second = await add({ role: 'manager' });
    const both = await Promise.all([edits(me, { role: 'counter' }), edits(second, { active: false })]);
    // Whichever comes second is refused: the last manager may not go, and who is none any more may not change anybody.
    const [done, refused] = both.map((b) => b.status).sort();
    expect([done, [400, 403].includes(refused!)]).toEqual([200, true]);
    const managers = (await shop.pool.query("SELECT id FROM staff WHERE active AND role = 'manager'"))[0];
    expect(managers).toHaveLength(1);
    await shop.pool.query("UPDATE staff SET role = 'manager', active = TRUE WHERE id = ?", [me]);
  });

  it('are seen where they are signed in, and signed out there', async () => {
    const { id, screen } = await atWork();
    const [where, ...more] = (await one(id)).signedIn;
    expect(more).toEqual([]);
    expect(where).toMatchObject({ since: shop.clock.now.toISOString() });
    expect(where!.address).toMatch(/127\.0\.0\.1|::1/);
    await shop.manager.ok(contract.people.signOut, { params: { id } });
    expect((await one(id)).signedIn).toEqual([]);
    expect(await works(screen)).toBe(401);
  });

  it.each(['setPin', 'signOut'] as const)('%s of nobody is told so', async (name) => {
    const body = name === 'setPin' ? { pin: '445566' } : undefined;
    const reply = await shop.manager.send(contract.people[name], { params: { id: 99_999 }, raw: body ?? {} });
    expect(reply.status).toBe(404);
  });
});

describe('npm run pin', () => {
  const command = async (...args: string[]) => {
    const url = new URL(inject('databaseUrl'));
    url.pathname = `/${(await row<{ name: string }>(shop.pool, 'SELECT DATABASE() AS name'))!.name}`;
    return spawnSync(process.execPath, [...built('server/dist/launch/pin.js'), ...args], {
      env: { ...process.env, DATABASE_URL: url.href },
      encoding: 'utf8',
    });
  };
  it('gives a PIN to whoever is named, said once and changed at the first sign-in', async () => {
    const { id } = await atWork({ name: 'Forgot Theirs', role: 'manager' });
    const { stdout, status } = await command('forgot theirs');
    expect(status).toBe(0);
    const pin = /PIN (\d{6})/.exec(stdout)![1]!;
    expect((await door(id, '778899')).status).toBe(401);
    expect((await door(id, pin)).problem.code).toBe('pin-handed');
    expect((await door(id, pin, '778899')).status).toBe(200);
  });
  it.each([[], ['Nobody Known']])('says who works here when it is called with %j', async (...args) => {
    const before = await list();
    const { stderr, stdout, status } = await command(...args);
    expect([status, stdout]).toEqual([2, '']);
    for (const p of before.filter((x) => x.active)) expect(stderr).toContain(p.name);
    expect((await list()).map((p) => p.pin)).toEqual(before.map((p) => p.pin));
  });
});
