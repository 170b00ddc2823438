import type { BuyingLine } from '@ember-slate/contract';
import { formatDay } from '@ember-slate/core/calendar';
import { shortName } from '@ember-slate/core/species';
import { massText } from '@ember-slate/core/units';
import { group } from 'd3-array';
import type { Content, TableCell } from 'pdfmake/interfaces';
import type { Reader } from '../../../platform/context.ts';
import { csvFile } from '../../../platform/csv.ts';
import type { File } from '../../../platform/handlers.ts';
import { moneyOnPaper } from '../../../platform/money.ts';
import { printable, renderPdf } from '../../../platform/pdf.ts';
import { buyingPlan } from './plan.ts';
import { say } from '../say.ts';

const grams = (g: number) => printable(massText(g));
const right = (text: string): TableCell => ({ text, alignment: 'right' });
const sayFor = (l: BuyingLine) =>
  [
    l.forOrders.orders > 0
      ? say('for_order_lines', { fish: l.forOrders.fish, orders: l.forOrders.orders })
      : '',
    ...l.forms.map((f) => `${f.formName} ${grams(Math.round(f.quantity))}`),
  ]
    .filter((t) => t !== '')
    .join(', ');
const notes = (l: BuyingLine) =>
  [l.age ?? '', l.spent ? say('spent_season_thin_low_yield') : ''].filter((t) => t !== '').join('; ');

/** The buying list as a table for a spreadsheet: a row a species, suppliers together. */
export async function buyingCsv(work: Reader, day: string): Promise<File> {
  const plan = await buyingPlan(work, day);
  return csvFile(
    `buying-${plan.day}.csv`,
    [
      'supplier',
      'species',
      'fish',
      'fish_grams',
      'grams',
      'boxes',
      'paid_per_kg',
      'money',
      'for',
      'run_out',
      'left_grams',
      'note',
    ],
    plan.lines.map((l) => [
      l.supplier ?? '',
      l.speciesName,
      l.fish,
      l.fishGrams,
      l.grams,
      l.boxes ?? '',
      moneyOnPaper(work, l.paidPerKg),
      moneyOnPaper(work, l.money),
      sayFor(l),
      l.runOut.toFixed(2),
      Math.round(l.wasteGrams),
      notes(l),
    ]),
  );
}

/** The buying list on paper, a heading a supplier. */
export async function buyingPdf(work: Reader, day: string): Promise<File> {
  const plan = await buyingPlan(work, day);
  const content: Content[] = [
    {
      text: printable(
        say('to_buy_for', { settings: work.settings.name, day: formatDay(plan.day, 'dayDate') }),
      ),
      fontSize: 18,
      bold: true,
    },
    {
      text: printable(
        (work.settings.sample ? `${say('sample_data')} ` : '') +
          (plan.lines.length === 0
            ? say('nothing_to_buy')
            : say('about_at_the_last_prices_orders', {
                known: plan.money === 0 ? 'no' : 'yes',
                work: moneyOnPaper(work, plan.money),
              })),
      ),
    },
  ];
  for (const [supplier, own] of group(plan.lines, (l) => l.supplier ?? say('no_supplier_yet')))
    content.push(
      { text: printable(supplier), bold: true, fontSize: 13, margin: [0, 10, 0, 2] },
      {
        table: {
          widths: ['auto', 'auto', 'auto', '*'],
          body: own.map((l) => [
            { text: printable(shortName(l.speciesName)), bold: true },
            right(
              say('fish_and_boxes', {
                fish: l.fish,
                known: l.boxes === null ? 'no' : 'yes',
                boxes: l.boxes ?? 0,
              }),
            ),
            right(grams(l.grams)),
            printable([sayFor(l), notes(l)].filter((t) => t !== '').join('. ')),
          ]),
        },
        layout: 'lightHorizontalLines',
      },
    );
  const bytes = await renderPdf({
    pageSize: 'A4',
    pageMargins: 42,
    defaultStyle: { font: 'Barlow', fontSize: 10, lineHeight: 1.1 },
    info: { title: say('buying_list', { day: formatDay(plan.day, 'date') }) },
    content,
  });
  return { name: `buying-${plan.day}.pdf`, type: 'application/pdf', bytes };
}
