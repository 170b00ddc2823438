import type { Sold } from '@ember-slate/contract';
import { formatInstant } from '@ember-slate/core/calendar';
import { rateText } from '@ember-slate/core/prices';
import { massText } from '@ember-slate/core/units';
import type { Content } from 'pdfmake/interfaces';
import type { Reader } from '../../../platform/context.ts';
import { rows } from '../../../platform/db.ts';
import type { File } from '../../../platform/handlers.ts';
import { moneyOnPaper } from '../../../platform/money.ts';
import { printable, renderPdf } from '../../../platform/pdf.ts';
import { problems } from '../../../platform/problem.ts';
import { salesWhere } from './sales.ts';
import { say } from '../say.ts';

const mm = 72 / 25.4;

/** How it was paid, in words. */
function payWords({ pay, customer }: Sold): string {
  if (pay === 'cash') return say('paid_in_cash');
  if (pay === 'card') return say('paid_by_card');
  return customer === null ? say('on_account') : say('on_account_of', { customer });
}

/** What was left of a deposit when the order was handed over, and how it was given back. */
interface DepositBack {
  money: number;
  pay: Sold['pay'];
}

/** What it came to, and what was paid for it when: a deposit before, the rest at the till. */
function sums(work: Reader, sale: Sold, back: DepositBack | undefined): Content[] {
  const sum = (words: string, money: number, size: number): Content => ({
    columns: [
      { text: printable(words), fontSize: 11, width: '*' },
      { text: moneyOnPaper(work, money), fontSize: size, bold: size > 11, width: 'auto' },
    ],
  });
  if (sale.voided) return [sum(say('taken_back'), sale.total, 15)];
  const rest = sale.total - sale.depositUsed;
  if (sale.depositUsed === 0) return [sum(payWords(sale), rest, 15)];
  return [
    sum(say('together'), sale.total, 11),
    sum(say('deposit_paid_before'), -sale.depositUsed, 11),
    ...(rest === 0 ? [] : [sum(payWords(sale), rest, 15)]),
    ...(back ? [sum(say('deposit_left_over', { pay: back.pay }), -back.money, 11)] : []),
  ];
}

/** Net, tax and gross by rate; nothing where no tax was charged. */
const taxPart = (work: Reader, sale: Sold): Content[] =>
  sale.tax.length === 0
    ? []
    : [
        {
          table: {
            widths: ['*', 'auto', 'auto', 'auto'],
            body: [
              [
                say('rate'),
                ...[say('without_tax'), say('tax'), say('with_tax')].map((t) => ({
                  text: t,
                  alignment: 'right' as const,
                })),
              ],
              ...sale.tax.map((t) => [
                rateText(t.rate),
                ...[t.paid - t.tax, t.tax, t.paid].map((m) => ({
                  text: moneyOnPaper(work, m),
                  alignment: 'right' as const,
                })),
              ]),
            ],
          },
          layout: 'noBorders',
          fontSize: 8,
          margin: [0, 0, 0, 4],
        },
      ];

/** How much of it at what price, of which lot. */
function lineInWords(work: Reader, l: Sold['lines'][number]): string {
  const price = moneyOnPaper(work, l.perKg);
  const perKg = l.perKg < l.fullPerKg ? ` ${say('was', { work: moneyOnPaper(work, l.fullPerKg) })}` : '';
  const source = l.source === 'simulated' ? `. ${say('weighed_on_a_simulated_scale')}` : '';
  const grams = massText(l.grams);
  return l.code === null
    ? say('article_on_receipt', { grams, pieces: l.pieces, unit: l.unit, work: price, perKg, source })
    : say('at_a_kg_lot', { grams, pieces: l.pieces, unit: l.unit, work: price, perKg, code: l.code, source });
}

/** The receipt of a sale, as wide as a till roll and as long as it needs. */
export async function receipt(work: Reader, id: number): Promise<File> {
  const [sale] = await salesWhere(work, 'k.id = ?', [id]);
  if (!sale) throw problems.notFound(say('no_such_sale'));
  const backs = await rows<{ number: number; money: number; reason: string }>(
    work.tx,
    'SELECT number, money, reason FROM refund WHERE sale_id = ? AND money > 0 ORDER BY id',
    [id],
  );
  const [depositBack] = await rows<DepositBack>(
    work.tx,
    `SELECT d.money, d.pay FROM deposit d JOIN sale k ON k.order_id = d.order_id AND k.sold_at = d.at
     WHERE k.id = ? AND d.kind = 'returned'`,
    [id],
  );
  const at = formatInstant(sale.at, 'dateClock', work.settings.timeZone);
  const small = (text: string) => ({ text: printable(text), fontSize: 8 });
  const { address, phone, taxNumber } = work.settings.about;
  const right = (text: string) => ({ text, alignment: 'right' as const });
  const bytes = await renderPdf({
    pageSize: { width: 80 * mm, height: 'auto' },
    pageMargins: 5 * mm,
    info: { title: say('receipt', { number: sale.number }) },
    content: [
      { text: printable(work.settings.name), fontSize: 15, bold: true },
      ...[address, phone, ...(taxNumber ? [say('tax_number', { taxNumber })] : [])]
        .filter((line) => line !== '')
        .map(small),
      small(
        say('sale_served_by', {
          sample: work.settings.sample ? `${say('sample_data')} ` : '',
          number: sale.number,
          orderNumber: sale.orderNumber === null ? '' : say('order', { orderNumber: sale.orderNumber }),
          at,
          by: sale.by,
        }),
      ),
      {
        table: {
          widths: ['*', 'auto'],
          body: sale.lines.map((l) => [
            {
              stack: [
                { text: printable(l.name), fontSize: 11, bold: true },
                ...(l.allergens === '' ? [] : [small(say('contains', { allergens: l.allergens }))]),
                small(lineInWords(work, l)),
              ],
            },
            right(moneyOnPaper(work, sale.taxAdded ? l.money - l.tax : l.money)),
          ]),
        },
        layout: 'lightHorizontalLines',
        margin: [0, 4, 0, 4],
      },
      ...taxPart(work, sale),
      ...sums(work, sale, depositBack),
      ...backs.map((b) => ({
        columns: [
          small(say('given_back', { reason: b.reason, number: b.number })),
          right(moneyOnPaper(work, -b.money)),
        ],
      })),
      ...(sale.lines.some((l) => l.code !== null)
        ? [
            {
              ...small(say('allergen_fish_fish_has_bones_and')),
              margin: [0, 6, 0, 0] as [number, number, number, number],
            },
          ]
        : []),
    ],
  });
  return { name: `receipt-${sale.number}.pdf`, type: 'application/pdf', bytes };
}
