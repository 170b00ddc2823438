import { formatInstant } from '@ember-slate/core/calendar';
import { massText } from '@ember-slate/core/units';
import type { Reader } from '../../../platform/context.ts';
import { rows } from '../../../platform/db.ts';
import type { File } from '../../../platform/handlers.ts';
import { moneyText } from '../../../platform/money.ts';
import { printable, renderPdf } from '../../../platform/pdf.ts';
import { problems } from '../../../platform/problem.ts';
import { salesWhere } from './sales.ts';

const mm = 72 / 25.4;
const payWords = { cash: 'Paid in cash', card: 'Paid by card', account: 'On account' } as const;

/** The receipt of a sale, as wide as a till roll and as long as it needs. */
export async function receipt(work: Reader, id: number): Promise<File> {
  const [sale] = await salesWhere(work, 'k.id = ?', [id]);
  if (!sale) throw problems.notFound('No such sale');
  const backs = await rows<{ number: number; money: number; reason: string }>(
    work.tx,
    'SELECT number, money, reason FROM refund WHERE sale_id = ? ORDER BY id',
    [id],
  );
  const at = formatInstant(sale.at, 'dateClock', work.settings.timeZone);
  const small = (text: string) => ({ text: printable(text), fontSize: 8 });
  const right = (text: string) => ({ text, alignment: 'right' as const });
  const grams = (g: number) => massText(g);
  const bytes = await renderPdf({
    pageSize: { width: 80 * mm, height: 'auto' },
    pageMargins: 5 * mm,
    info: { title: `Receipt ${sale.number}` },
    content: [
      { text: printable(work.settings.name), fontSize: 15, bold: true },
      small(
        `${work.settings.sample ? 'Sample data. ' : ''}Sale ${sale.number}${sale.orderNumber === null ? '' : `, order ${sale.orderNumber}`}. ${at}. Served by ${sale.by}.`,
      ),
      {
        table: {
          widths: ['*', 'auto'],
          body: sale.lines.map((l) => [
            {
              stack: [
                { text: printable(l.name), fontSize: 11, bold: true },
                small(
                  `${grams(l.grams)} at ${moneyText(work, l.perKg)} a kg${l.perKg < l.fullPerKg ? ` (was ${moneyText(work, l.fullPerKg)})` : ''}. Lot ${l.code}${l.source === 'simulated' ? '. Weighed on a simulated scale' : ''}`,
                ),
              ],
            },
            right(moneyText(work, l.money)),
          ]),
        },
        layout: 'lightHorizontalLines',
        margin: [0, 4, 0, 4],
      },
      {
        columns: [
          { text: sale.voided ? 'Taken back' : payWords[sale.pay], fontSize: 11 },
          { ...right(`${moneyText(work, sale.total)} ${work.settings.currency}`), fontSize: 15, bold: true },
        ],
      },
      ...backs.map((b) => ({
        columns: [small(`Given back, ${b.reason} (${b.number})`), right(moneyText(work, -b.money))],
      })),
      {
        ...small(
          'Allergen: fish. Fish has bones, and boned fish may still hold one. Keep it on ice on the way home, at 0 to 2 °C there, and cook it through.',
        ),
        margin: [0, 6, 0, 0],
      },
    ],
  });
  return { name: `receipt-${sale.number}.pdf`, type: 'application/pdf', bytes };
}
