import { formatDay, formatInstant } from '@ember-slate/core/calendar';
import { shortName } from '@ember-slate/core/species';
import { rateText } from '@ember-slate/core/prices';
import { formatTemperature, massText } from '@ember-slate/core/units';
import type { Content, TableCell } from 'pdfmake/interfaces';
import type { Reader } from '../../../platform/context.ts';
import type { File } from '../../../platform/handlers.ts';
import { moneyOnPaper } from '../../../platform/money.ts';
import { printable, renderPdf } from '../../../platform/pdf.ts';
import { closeOf } from './day.ts';
import { say } from '../say.ts';

const grams = (g: number) => printable(massText(g));
const right = (text: string): TableCell => ({ text, alignment: 'right' });

const ways = [
  ['cash', say('cash')],
  ['card', say('card')],
  ['account', say('account')],
] as const;

/** A seal as it is read aloud and compared: in groups of eight. */
const inGroups = (seal: string) => seal.match(/.{1,8}/g)!.join(' ');

/** A heading with a table under it; nothing where there is nothing to say. */
function part(title: string, widths: string[], body: TableCell[][]): Content[] {
  if (body.length === 0) return [];
  return [
    { text: title, bold: true, fontSize: 12, margin: [0, 8, 0, 2] },
    { table: { widths, body }, layout: 'lightHorizontalLines' },
  ];
}

/** A day on paper: money, fish, checks and temperatures, with who signed. */
export async function daySheet(work: Reader, day: string): Promise<File> {
  const d = await closeOf(work, day);
  const at = (iso: string) => formatInstant(iso, 'dateClock', work.settings.timeZone);
  const money = (minor: number) => moneyOnPaper(work, minor);
  const closing = d.closings[0];
  const degrees = (c: number | null) =>
    c === null ? say('no_reading') : formatTemperature(Math.round(c * 10), 'metric');
  const bytes = await renderPdf({
    pageSize: 'A4',
    pageMargins: [42, 42, 42, 42],
    defaultStyle: { font: 'Barlow', fontSize: 10, lineHeight: 1.1 },
    info: { title: say('day_sheet', { day: formatDay(day, 'date') }) },
    content: [
      { text: printable(`${work.settings.name}: ${formatDay(day, 'dayDate')}`), fontSize: 18, bold: true },
      {
        text: printable(
          `${work.settings.sample ? `${say('sample_data')} ` : ''}${
            d.closedBy && d.closedAt
              ? say('closed_by', { closedBy: d.closedBy, closedAt: at(d.closedAt) })
              : say('not_closed_yet')
          }${closing?.remarks ? ` ${closing.remarks}` : ''}`,
        ),
      },
      ...part(
        say('money'),
        ['*', 'auto', 'auto', 'auto', 'auto', 'auto', 'auto'],
        [
          [
            '',
            ...[
              say('sales'),
              say('deposits'),
              say('given_back'),
              say('paid_on_accounts'),
              say('expected'),
              say('counted'),
            ].map(right),
          ],
          ...ways.map(([pay, name]) => {
            const t = d.tills[pay];
            const counted =
              (pay === 'cash' ? closing?.countedCash : pay === 'card' ? closing?.countedCard : null) ?? null;
            return [
              name,
              right(money(t.sales)),
              right(money(t.deposits)),
              right(money(t.refunds)),
              right(money(t.payments)),
              right(money(t.expected)),
              right(counted === null ? '' : money(counted)),
            ];
          }),
        ],
      ),
      ...part(
        say('sold', { takings: money(d.takings) }),
        ['*', 'auto', 'auto'],
        [
          ...d.sales.map((s) => [
            printable(`${shortName(s.speciesName)}, ${s.itemName}`),
            right(grams(s.grams)),
            right(money(s.money)),
          ]),
          ...d.articles.map((a) => [
            printable(a.name),
            right(a.unit === 'kg' ? grams(a.grams) : String(a.pieces)),
            right(money(a.money)),
          ]),
        ],
      ),
      ...(d.tax.length === 0
        ? []
        : part(
            say('tax'),
            ['*', 'auto', 'auto', 'auto'],
            [
              ['', right(say('without_tax')), right(say('tax_in_it')), right(say('with_tax'))],
              ...d.tax.map((t) => [
                rateText(t.rate),
                right(money(t.paid - t.tax)),
                right(money(t.tax)),
                right(money(t.paid)),
              ]),
            ],
          )),
      ...part(
        say('waste_with_its_reason'),
        ['*', 'auto'],
        d.waste.map((w) => [printable(w.reason), right(grams(w.grams))]),
      ),
      ...part(
        say('cut_yield_against_what_was'),
        ['auto', '*', 'auto', 'auto', 'auto'],
        d.yields.map((y) => [
          String(y.number),
          printable(`${shortName(y.speciesName)}, ${y.formName}`),
          right(grams(y.inputGrams)),
          right(`${(y.yield * 100).toFixed(1)} %`),
          right(`${(y.expected * 100).toFixed(1)} %`),
        ]),
      ),
      ...part(
        say('lots_out_of_balance'),
        ['*', 'auto'],
        d.lots
          .filter((l) => !l.discrepancy.within)
          .map((l) => [
            printable(`${shortName(l.speciesName)} ${l.code}`),
            right(grams(l.discrepancy.grams)),
          ]),
      ),
      ...part(
        say('temperatures'),
        ['*', 'auto', 'auto', 'auto'],
        [
          ['', right(say('lowest')), right(say('highest')), right(say('limit'))],
          ...d.temperatures.map((t) => [
            printable(t.name),
            right(degrees(t.low)),
            right(degrees(t.high)),
            right(t.limit === null ? '' : degrees(t.limit)),
          ]),
        ],
      ),
      ...part(
        say('checks'),
        ['*', 'auto'],
        d.checks.map((c) => [
          printable(`${c.words}${c.signed?.note ? `: ${c.signed.note}` : ''}`),
          right(c.signed ? printable(`${c.signed.by}, ${at(c.signed.at)}`) : say('not_signed')),
        ]),
      ),
      ...(d.closings.some((c) => c.reopenedAt)
        ? part(
            say('opened_again'),
            ['auto', '*'],
            d.closings
              .filter((c) => c.reopenedAt !== null)
              .map((c) => [
                printable(
                  [
                    c.reopenedBy ?? '',
                    ...(c.reopenedWith === null ? [] : [say('with_whom', { name: c.reopenedWith })]),
                    ...(c.reopenedAlone ? [say('alone_in_the_shop')] : []),
                    at(c.reopenedAt!),
                  ].join(', '),
                ),
                printable(c.reopenReason ?? ''),
              ]),
          )
        : []),
      ...d.closings
        .filter((c) => c.seal !== null)
        .map((c) => ({
          text: say('sealed_at', { at: at(c.at), seal: inGroups(c.seal!) }),
          fontSize: 8,
          margin: [0, 6, 0, 0] as [number, number, number, number],
        })),
      {
        text: say('limits_are_the_shops_own_follow'),
        fontSize: 8,
        margin: [0, 10, 0, 0],
      },
    ],
  });
  return { name: `day-${day}.pdf`, type: 'application/pdf', bytes };
}
