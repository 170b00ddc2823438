import type { AccountEntry, AnswerOf, contract } from '@ember-slate/contract';
import { formatDay, formatInstant } from '@ember-slate/core/calendar';
import { today, type Reader } from '../../platform/context.ts';
import { row, rows } from '../../platform/db.ts';
import type { File } from '../../platform/handlers.ts';
import { moneyOnPaper } from '../../platform/money.ts';
import { printable, renderPdf } from '../../platform/pdf.ts';
import { problems } from '../../platform/problem.ts';
import { say } from './say.ts';

/** Everything that went on anybody's account: whose, what it was, and what they owe more by it. */
const ledger = `
  SELECT COALESCE(k.customer_id, o.customer_id) AS customer, 'sale' AS kind, k.id, k.number, k.sold_at AS at, k.sold_on AS day,
    CAST(k.total AS SIGNED) - CAST(k.deposit_used AS SIGNED) AS money, '' AS remarks, NULL AS undone
    FROM sale k LEFT JOIN customer_order o ON o.id = k.order_id WHERE k.pay = 'account' AND k.void_movement_id IS NULL
  UNION ALL SELECT COALESCE(k.customer_id, o.customer_id), 'refund', r.id, r.number, r.at, r.on_day, -CAST(r.money AS SIGNED), r.reason, NULL
    FROM refund r JOIN sale k ON k.id = r.sale_id LEFT JOIN customer_order o ON o.id = k.order_id WHERE r.pay = 'account' AND r.money > 0
  UNION ALL SELECT o.customer_id, IF(d.kind = 'taken', 'deposit', 'returned'), d.id, o.number, d.at, d.on_day,
    IF(d.kind = 'taken', 1, -1) * CAST(d.money AS SIGNED), '', NULL
    FROM deposit d JOIN customer_order o ON o.id = d.order_id WHERE d.pay = 'account' AND d.kind IN ('taken', 'returned')
  UNION ALL SELECT customer_id, 'payment', id, number, at, on_day, -CAST(money AS SIGNED), remarks, undone_why FROM payment`;

interface Owing {
  id: number;
  name: string;
  phone: string;
  owes: number;
  lastAt: Date | null;
}
const owing = async (work: Reader, where: string, values: number[]) =>
  (
    await rows<Owing>(
      work.tx,
      `SELECT c.id, c.name, c.phone, CAST(COALESCE(SUM(IF(x.undone IS NULL, x.money, 0)), 0) AS SIGNED) AS owes, MAX(x.at) AS lastAt
       FROM customer c LEFT JOIN (${ledger}) AS x ON x.customer = c.id WHERE ${where} GROUP BY c.id
       ORDER BY owes DESC, c.name LIMIT 2000`,
      values,
    )
  ).map((o) => ({ ...o, lastAt: o.lastAt?.toISOString() ?? null }));

export const listAccounts = (work: Reader): Promise<AnswerOf<typeof contract.accounts.list>> =>
  owing(work, 'TRUE', []);

/** What a customer owes, minor units. Throws not-found for nobody. */
export async function owedBy(work: Reader, id: number): Promise<number> {
  const [of] = await owing(work, 'c.id = ?', [id]);
  if (!of) throw problems.notFound(say('no_such_customer'));
  return of.owes;
}

/** Lines of an account that are shown; the statement has them all. */
const shown = 200;

/** What went on a customer's account and what was paid on it, latest first. Throws not-found for nobody. */
export async function accountOf(
  work: Reader,
  id: number,
  most = shown,
): Promise<AnswerOf<typeof contract.accounts.one>> {
  const [of] = await owing(work, 'c.id = ?', [id]);
  if (!of) throw problems.notFound(say('no_such_customer'));
  const found = await rows<Omit<AccountEntry, 'at' | 'on' | 'owes'> & { at: Date; day: string }>(
    work.tx,
    `SELECT kind, id, number, at, day, money, remarks, undone FROM (${ledger}) AS x WHERE customer = ? ORDER BY at DESC, kind, id DESC LIMIT ${most}`,
    [id],
  );
  let owes = of.owes;
  return {
    ...of,
    entries: found.map(({ day, at, ...e }) => {
      const after = owes;
      if (e.undone === null) owes -= e.money;
      return { ...e, on: day, at: at.toISOString(), owes: after };
    }),
  };
}

const kindWords: Record<AccountEntry['kind'], (number: number) => string> = {
  sale: (number) => say('sale', { number }),
  deposit: (number) => say('deposit_of_order', { number }),
  returned: (number) => say('deposit_returned', { number }),
  refund: (number) => say('given_back', { number }),
  payment: (number) => say('payment', { number }),
};

/** The account of a customer as a sheet to be sent, oldest first. Throws not-found for nobody. */
export async function statement(work: Reader, id: number): Promise<File> {
  const of = await accountOf(work, id, 100_000);
  const stands = of.entries.filter((e) => e.undone === null).reverse();
  const right = (text: string) => ({ text, alignment: 'right' as const });
  const { name, about } = work.settings;
  return {
    name: `account-${id}.pdf`,
    type: 'application/pdf',
    bytes: await renderPdf({
      pageSize: 'A4',
      pageMargins: [48, 48, 48, 56],
      info: { title: say('account_of', { name: of.name }) },
      content: [
        { text: [name, about.address].filter((t) => t !== '').join(', '), fontSize: 11 },
        {
          text: printable(say('account_of', { name: of.name })),
          fontSize: 22,
          bold: true,
          margin: [0, 6, 0, 2],
        },
        {
          text: `${work.settings.sample ? `${say('sample_data')} ` : ''}${say('owed_on', { day: formatDay(today(work), 'date'), money: moneyOnPaper(work, of.owes) })}`,
          margin: [0, 0, 0, 10],
        },
        {
          layout: 'lightHorizontalLines',
          table: {
            headerRows: 1,
            widths: ['auto', '*', 'auto', 'auto'],
            body: [
              [say('when'), say('what'), right(say('money')), right(say('owed'))],
              ...stands.map((e) => [
                formatInstant(e.at, 'dateClock', work.settings.timeZone),
                printable([kindWords[e.kind](e.number), e.remarks].filter((t) => t !== '').join(': ')),
                right(moneyOnPaper(work, e.money)),
                right(moneyOnPaper(work, e.owes)),
              ]),
            ],
          },
        },
      ],
    }),
  };
}

/** A payment, held until what is done with it is committed. */
export const lockPayment = (work: Reader, id: number) =>
  row<{ number: number; day: string; undone: Date | null }>(
    work.tx,
    'SELECT number, on_day AS day, undone_at AS undone FROM payment WHERE id = ? FOR UPDATE',
    [id],
  );
