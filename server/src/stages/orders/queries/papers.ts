import { inWords } from '@ember-slate/words/core';
import { packingWords, usualPacking } from '@ember-slate/core/board';
import { formatInstant, tradingDay } from '@ember-slate/core/calendar';
import { formName } from '@ember-slate/core/forms';
import { shortReady } from '@ember-slate/core/orders';
import { shortName } from '@ember-slate/core/species';
import { massText } from '@ember-slate/core/units';
import type { Reader } from '../../../platform/context.ts';
import type { File } from '../../../platform/handlers.ts';
import { moneyOnPaper } from '../../../platform/money.ts';
import { printable, renderPdf } from '../../../platform/pdf.ts';
import { problems } from '../../../platform/problem.ts';
import { formsOf } from '../../../platform/settings.ts';
import { type LineRow, linesOfOrders, ordersWhere } from '../../../shop/orders.ts';
import { say } from '../say.ts';

const mm = 72 / 25.4;
const grams = (g: number) => massText(g);

const trimWords = {
  shop: '',
  stock: say('with_head_and_bones'),
  all: say('with_all_their_trim'),
} as const;

/** A line in words: what a hand at the counter or the bench must know of it. */
export function lineWords(work: Reader, l: LineRow): { what: string; more: string } {
  const amount = l.totalGrams !== null ? grams(l.totalGrams) : `${l.pieces} x ${grams(l.pieceGrams!)}`;
  const thick = l.thickMm === null ? '' : say('mm_thick', { thickMm: l.thickMm });
  return {
    what: `${amount} ${inWords(formName(formsOf(work.settings), l.form))}${thick}, ${l.anyWhite ? `${say('any_white_fish')} ` : ''}${shortName(l.speciesName)}`,
    more: inWords(
      [
        ...l.options,
        l.use === 'raw' ? say('for_raw_use') : '',
        l.people === null ? '' : say('for', { people: l.people }),
        l.partAllowed ? say('fewer_will_do') : '',
        trimWords[l.trimWish],
        l.packing === usualPacking ? '' : packingWords[l.packing],
      ].filter((w) => w !== ''),
    ).join(', '),
  };
}

/** What lies ready of a line and is less than was asked for, named. */
function shortWords(l: LineRow): string[] {
  const short = shortReady(l);
  if (!short) return [];
  return ['grams' in short ? say('short_by', { amount: grams(short.grams) }) : say('pieces_short', short)];
}

const when = (work: Reader, at: Date) => formatInstant(at, 'dayClock', work.settings.timeZone);

/** The slip that goes with an order: clipped to the bag, or laid at the bench. */
export async function orderSlip(work: Reader, id: number): Promise<File> {
  const [order] = await ordersWhere(work.tx, 'o.id = ?', [id]);
  if (!order) throw problems.notFound(say('no_such_order'));
  const lines = (await linesOfOrders(work.tx, [id])).filter((l) => l.state !== 'cancelled');
  const small = (text: string) => ({ text: printable(text), fontSize: 8 });
  const bytes = await renderPdf({
    pageSize: { width: 100 * mm, height: 148 * mm },
    pageMargins: 6 * mm,
    info: { title: say('order_3', { number: order.number }) },
    content: [
      {
        columns: [
          small(work.settings.name),
          { ...small(work.settings.sample ? say('sample_data') : ''), alignment: 'right' },
        ],
      },
      { text: printable(order.customer), fontSize: 22, bold: true, lineHeight: 1.05 },
      { text: say('order_3', { number: order.number }), fontSize: 12 },
      { text: when(work, order.dueAt), fontSize: 20, bold: true, margin: [0, 2, 0, 6] },
      {
        table: {
          widths: ['*', 'auto'],
          body: lines.map((l) => {
            const { what, more } = lineWords(work, l);
            return [
              {
                stack: [{ text: printable(what), fontSize: 12, bold: true }, ...(more ? [small(more)] : [])],
              },
              {
                stack: [
                  l.readyGrams > 0
                    ? printable(grams(l.readyGrams))
                    : l.state === 'handed'
                      ? say('collected')
                      : '',
                  ...shortWords(l),
                ],
                fontSize: 11,
                alignment: 'right',
              },
            ];
          }),
        },
        layout: 'lightHorizontalLines',
      },
      ...(order.remarks
        ? [
            {
              text: printable(order.remarks),
              fontSize: 11,
              margin: [0, 6, 0, 0] as [number, number, number, number],
            },
          ]
        : []),
      ...(order.deposit > 0
        ? [
            {
              text: say('deposit', { work: moneyOnPaper(work, order.deposit) }),
              fontSize: 11,
              bold: true,
            },
          ]
        : []),
      {
        ...small(
          say('taken_by_allergen_fish_may_contain', {
            phone: order.phone ? `${order.phone}. ` : '',
            takenBy: order.takenBy,
            work: when(work, order.takenAt),
          }),
        ),
        margin: [0, 8, 0, 0],
      },
    ],
  });
  return { name: `order-${order.number}.pdf`, type: 'application/pdf', bytes };
}

/** How long a collection stands in the calendar, minutes. */
const collectionMinutes = 15;

/** Open and ready orders as calendar entries, one a collection. */
export async function collections(work: Reader): Promise<File> {
  const orders = await ordersWhere(work.tx, "o.state IN ('open', 'ready')", []);
  const lines = await linesOfOrders(
    work.tx,
    orders.map((o) => o.id),
  );
  // Loaded when wanted: a start need not wait for it.
  const { default: ical } = await import('ical-generator');
  const calendar = ical({
    name: say('collections', { settings: work.settings.name }),
    prodId: { company: 'Ember Slate', product: 'collections', language: 'EN' },
  });
  for (const o of orders) {
    const mine = lines.filter((l) => l.orderId === o.id && l.state !== 'cancelled' && l.state !== 'handed');
    calendar.createEvent({
      id: `order-${o.number}@ember-slate`,
      stamp: o.takenAt,
      sequence: o.version,
      start: o.dueAt,
      end: new Date(o.dueAt.getTime() + collectionMinutes * 60_000),
      summary: say('collects_order', {
        customer: o.customer,
        number: o.number,
        state: o.state === 'ready' ? ` ${say('ready')}` : '',
      }),
      description: [
        ...mine.map((l) => {
          const { what, more } = lineWords(work, l);
          return more ? `${what} (${more})` : what;
        }),
        o.remarks,
        o.phone,
      ]
        .filter((t) => t !== '')
        .join('\n'),
    });
  }
  return {
    name: `collections-${tradingDay(work.now, work.settings)}.ics`,
    type: 'text/calendar; charset=utf-8',
    bytes: Buffer.from(calendar.toString()),
  };
}
