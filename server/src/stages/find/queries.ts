import { contract, type Found, type Role } from '@ember-slate/contract';
import { formatDay, formatInstant } from '@ember-slate/core/calendar';
import { readBoxCode } from '@ember-slate/core/labels';
import { shortName } from '@ember-slate/core/species';
import { isSaid } from '@ember-slate/words/said';
import { today, type Work } from '../../platform/context.ts';
import { rows } from '../../platform/db.ts';
import { moneyText } from '../../platform/money.ts';
import { formsOf } from '../../platform/settings.ts';
import { bareCode } from '../../shop/labelCode.ts';
import { speciesById } from '../../shop/species.ts';
import { say } from './say.ts';

/** How many of a kind are shown: who sees more does not see the one. */
const most = 8;

interface Asked {
  /** As it was typed or scanned, without the marks of a scanner. */
  text: string;
  /** A number that was typed, 0 for none: running numbers begin at 1. */
  number: number;
  /** The text as a pattern of LIKE: anywhere in a name. */
  like: string;
  /** The lot of a scanned box label. */
  lot: string | null;
}
type Look = (work: Work, asked: Asked) => Promise<Found[]>;

const hit = (kind: Found['kind'], id: number | string, name: string, detail = ''): Found => ({
  kind,
  id: String(id),
  name,
  detail,
  on: null,
});

async function lots(work: Work, { text, like, lot }: Asked): Promise<Found[]> {
  const found = await rows<{ id: number; code: string; species: string; supplier: string; day: string }>(
    work.tx,
    `SELECT l.id, l.code, p.name AS species, s.name AS supplier, l.landed_on AS day
     FROM lot l JOIN species p ON p.id = l.species_id JOIN delivery d ON d.id = l.delivery_id JOIN supplier s ON s.id = d.supplier_id
     WHERE l.code IN (?, ?) OR l.code LIKE ? OR l.id IN (SELECT i.lot_id FROM label b JOIN weigh_out w ON w.id = b.weigh_out_id
       JOIN ticket_input i ON i.ticket_id = w.ticket_id WHERE b.scan_code = ? OR b.price_code = ?)
     ORDER BY l.code = ? DESC, l.id DESC LIMIT ${most}`,
    [text, lot ?? text, like, text, text, text],
  );
  return found.map((l) =>
    hit(
      'lot',
      l.id,
      `${shortName(l.species)} ${l.code}`,
      say('from_on', { supplier: l.supplier, day: formatDay(l.day, 'date') }),
    ),
  );
}

async function orders(work: Work, { number, like }: Asked): Promise<Found[]> {
  const found = await rows<{
    id: number;
    number: number;
    customer: string;
    customerId: number;
    dueAt: Date;
    state: string;
  }>(
    work.tx,
    `SELECT o.id, o.number, c.name AS customer, c.id AS customerId, o.due_at AS dueAt, o.state
     FROM customer_order o JOIN customer c ON c.id = o.customer_id
     WHERE o.number = ? OR (c.name LIKE ? AND o.state IN ('open', 'ready')) ORDER BY o.number = ? DESC, o.due_at LIMIT ${most}`,
    [number, like, number],
  );
  return found.map((o) => {
    const name = say('order_of', { number: o.number, customer: o.customer });
    const at = formatInstant(o.dueAt, 'dateClock', work.settings.timeZone);
    // An order that is over is found with its customer.
    return o.state === 'open' || o.state === 'ready'
      ? hit('order', o.id, name, say('due', { at }))
      : hit('customer', o.customerId, name, say('order_is_over', { at }));
  });
}

async function tickets(work: Work, { text, number }: Asked): Promise<Found[]> {
  const found = await rows<{ id: number; number: number; species: string; state: string }>(
    work.tx,
    `SELECT t.id, t.number, p.name AS species, t.state FROM ticket t JOIN species p ON p.id = t.species_id
     WHERE t.number = ? OR t.id IN (SELECT w.ticket_id FROM label b JOIN weigh_out w ON w.id = b.weigh_out_id
       WHERE b.scan_code = ? OR b.price_code = ?) ORDER BY t.id DESC LIMIT ${most}`,
    [number, text, text],
  );
  return found.map((t) =>
    hit(
      'ticket',
      t.id,
      say('ticket', { number: t.number, species: shortName(t.species) }),
      t.state === 'closed' ? say('cut') : say('at_the_bench'),
    ),
  );
}

async function sales(work: Work, { number }: Asked): Promise<Found[]> {
  const found = await rows<{ id: number; number: number; total: number; at: Date; day: string }>(
    work.tx,
    'SELECT id, number, total, sold_at AS at, sold_on AS day FROM sale WHERE number = ?',
    [number],
  );
  return found.map((s) => ({
    ...hit(
      'sale',
      s.id,
      say('sale', { number: s.number }),
      `${moneyText(work, s.total)}, ${formatInstant(s.at, 'dateClock', work.settings.timeZone)}`,
    ),
    on: s.day,
  }));
}

async function customers(work: Work, { text, like }: Asked): Promise<Found[]> {
  const digits = text.replace(/\D/g, '');
  const found = await rows<{ id: number; name: string; phone: string }>(
    work.tx,
    `SELECT id, name, phone FROM customer WHERE name LIKE ?
       ${digits.length >= 4 ? "OR REGEXP_REPLACE(phone, '[^0-9]', '') LIKE ?" : ''} ORDER BY name LIMIT ${most}`,
    digits.length >= 4 ? [like, `%${digits}%`] : [like],
  );
  return found.map((c) => hit('customer', c.id, c.name, c.phone));
}

async function suppliers(work: Work, { like }: Asked): Promise<Found[]> {
  const found = await rows<{ id: number; name: string }>(
    work.tx,
    `SELECT id, name FROM supplier WHERE name LIKE ? ORDER BY name LIMIT ${most}`,
    [like],
  );
  return found.map((s) => hit('supplier', s.id, s.name));
}

async function boats(work: Work, { like }: Asked): Promise<Found[]> {
  const found = await rows<{ name: string }>(
    work.tx,
    `SELECT DISTINCT boat AS name FROM lot WHERE boat <> '' AND boat LIKE ? AND pieces > 0 ORDER BY boat LIMIT ${most}`,
    [like],
  );
  return found.map((b) => hit('boat', b.name, b.name));
}

async function deliveries(work: Work, { text }: Asked): Promise<Found[]> {
  const found = await rows<{ id: number; supplier: string; note: string; day: string }>(
    work.tx,
    `SELECT d.id, s.name AS supplier, d.note_ref AS note, d.landed_on AS day FROM delivery d JOIN supplier s ON s.id = d.supplier_id
     WHERE d.note_ref = ? ORDER BY d.id DESC LIMIT ${most}`,
    [text],
  );
  return found.map((d) =>
    hit('delivery', d.id, say('note_of', { note: d.note, supplier: d.supplier }), d.day),
  );
}

/** Whether every word of what was typed begins a word of this. */
const fits = (text: string, name: string): boolean => {
  const words = name.toLowerCase().split(/[^\p{L}\p{N}]+/u);
  return text
    .toLowerCase()
    .split(/\s+/)
    .every((w) => words.some((x) => x.startsWith(w)));
};

async function species(work: Work, { text }: Asked): Promise<Found[]> {
  const book = [...(await speciesById(work.tx)).values()];
  return book
    .filter((s) => fits(text, `${s.name} ${s.names} ${s.scientificName} ${s.asfis ?? ''}`))
    .slice(0, most)
    .map((s) => hit('species', s.id, s.name, s.scientificName));
}

const forms: Look = (work, { text }) =>
  Promise.resolve(
    [...formsOf(work.settings).values()]
      .filter((f) => fits(text, f.name))
      .slice(0, most)
      .map((f) => hit('form', f.id, f.name)),
  );

/** What is looked through, each for those who may open it. */
const looks: readonly { look: Look; roles?: readonly Role[] }[] = [
  { look: lots },
  { look: orders, roles: contract.accounts.one.roles },
  { look: tickets },
  { look: sales, roles: contract.counter.sales.roles },
  { look: customers, roles: contract.accounts.one.roles },
  { look: suppliers, roles: contract.landing.supplier.roles },
  { look: boats, roles: contract.landing.boat.roles },
  { look: deliveries },
  { look: species },
  { look: forms },
];

/** Finds what somebody means by a number, a name, a lot as printed or a scanned label, among what they may see. */
export async function findAll(work: Work, typed: string): Promise<Found[]> {
  const text = bareCode(typed);
  const box = /[\u001d]|^\d{16,}/.test(text) ? readBoxCode(text, Number(today(work).slice(0, 4))) : null;
  const asked: Asked = {
    text,
    number: /^\d{1,9}$/.test(text) ? Number(text) : 0,
    like: `%${text.replace(/[\\%_]/g, '\\$&')}%`,
    lot: box === null || isSaid(box) ? null : box.lot,
  };
  const found: Found[] = [];
  for (const { look, roles } of looks)
    if (roles?.includes(work.actor.role) ?? true) found.push(...(await look(work, asked)));
  return found;
}
