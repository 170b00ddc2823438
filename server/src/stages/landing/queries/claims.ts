import type { AnswerOf, Claim, contract } from '@ember-slate/contract';
import { formatInstant } from '@ember-slate/core/calendar';
import { type Level, signsFor } from '@ember-slate/core/freshness';
import { formatTemperature, massText } from '@ember-slate/core/units';
import type { Reader } from '../../../platform/context.ts';
import { row, rows, type Tx } from '../../../platform/db.ts';
import { moneyOnPaper } from '../../../platform/money.ts';
import { printable, renderPdf } from '../../../platform/pdf.ts';
import { problems } from '../../../platform/problem.ts';
import { gradesOfLot, lotsById } from '../../../shop/lots.ts';
import { schemeVersion } from '../../../shop/schemes.ts';
import { oneSpecies } from '../../../shop/species.ts';
import { say } from '../say.ts';

export const whole = (lotId: number) => ({
  account: 'place:cold_room' as const,
  lotId,
  item: 'whole',
  batch: 0,
});

const claimsWhere = async (tx: Tx, where: string, id: number): Promise<Claim[]> =>
  (
    await rows<Omit<Claim, 'madeAt'> & { madeAt: Date }>(
      tx,
      `SELECT c.id, c.number, c.lot_id AS lotId, l.code, sp.name AS speciesName, s.name AS supplier, c.outcome, c.grams, c.pieces,
         c.money, c.reason, c.wording, c.made_at AS madeAt, p.name AS madeBy, c.settled_money AS settledMoney
       FROM claim c JOIN lot l ON l.id = c.lot_id JOIN species sp ON sp.id = l.species_id
       JOIN delivery d ON d.id = l.delivery_id JOIN supplier s ON s.id = d.supplier_id JOIN staff p ON p.id = c.made_by
       WHERE ${where} ORDER BY c.id DESC`,
      [id],
    )
  ).map((c) => ({ ...c, madeAt: c.madeAt.toISOString() }));

/** What is claimed by default: the reasons of a rejection, else what its last grade said. */
async function draftOf(work: Reader, lotId: number): Promise<string> {
  const [grade] = await gradesOfLot(work.tx, lotId);
  if (!grade) return '';
  const words = await signWords(work, lotId, grade);
  const bad = words.filter((w) => w.level >= 2).map((w) => `${w.name.toLowerCase()}: ${w.words}`);
  return [
    grade.verdict === 'reject' ? say('rejected_at_grading') : say('graded', { category: grade.category }),
    ...bad,
    ...(grade.foreignSmell ? [say('foreign_smell')] : []),
  ].join('; ');
}

/** The worst level of each sign of a grade, in the words of the scheme it was made with. */
async function signWords(
  work: Reader,
  lotId: number,
  grade: { scheme: string; schemeVersion: number; fish: string },
): Promise<{ name: string; words: string; level: number }[]> {
  const [lot] = await lotsById(work.tx, [lotId]);
  const species = (await oneSpecies(work.tx, lot!.speciesId))!;
  const scheme = await schemeVersion(work.tx, grade.scheme, grade.schemeVersion);
  if (!scheme) return [];
  const fish = JSON.parse(grade.fish) as Record<string, Level>[];
  return signsFor(scheme, species, lot!.condition).flatMap((s) => {
    const seen = fish.map((f) => f[s.id]).filter((l) => l !== undefined);
    if (seen.length === 0) return [];
    const level = Math.max(...seen);
    return [{ name: s.name, words: s.words[level]!, level }];
  });
}

export async function claimsOf(work: Reader, id: number): Promise<AnswerOf<typeof contract.landing.claims>> {
  const supplier = await row<{ wording: string }>(
    work.tx,
    'SELECT s.claim_wording AS wording FROM lot l JOIN delivery d ON d.id = l.delivery_id JOIN supplier s ON s.id = d.supplier_id WHERE l.id = ?',
    [id],
  );
  if (!supplier) throw problems.notFound(say('no_such_lot'));
  return {
    claims: await claimsWhere(work.tx, 'c.lot_id = ? AND c.void_at IS NULL', id),
    wording: supplier.wording,
    draft: await draftOf(work, id),
  };
}

const outcomes = { return: say('sent_back'), bin: say('binned_here'), keep: say('kept_for_less_money') };

/** The claim as a sheet for the supplier: what came, what was seen, what is asked. */
export async function claimSheet(work: Reader, id: number) {
  // One that was taken back asks nothing of anybody.
  const [claim] = await claimsWhere(work.tx, 'c.id = ? AND c.void_at IS NULL', id);
  if (!claim) throw problems.notFound(say('no_such_claim'));
  const [lot] = await lotsById(work.tx, [claim.lotId]);
  const delivery = (await row<{ noteRef: string; arrivedAt: Date; probeTenths: number | null }>(
    work.tx,
    'SELECT d.note_ref AS noteRef, d.arrived_at AS arrivedAt, d.probe_tenths AS probeTenths FROM delivery d JOIN lot l ON l.delivery_id = d.id WHERE l.id = ?',
    [claim.lotId],
  ))!;
  const [grade] = await gradesOfLot(work.tx, claim.lotId);
  const signs = grade ? await signWords(work, claim.lotId, grade) : [];
  const photos = await rows<{ bytes: Buffer }>(
    work.tx,
    'SELECT bytes FROM photo WHERE lot_id = ? ORDER BY id LIMIT 4',
    [claim.lotId],
  );
  const local = (at: Date) => formatInstant(at, 'dateClock', work.settings.timeZone);
  const mass = (g: number) => printable(massText(g));
  const money = (m: number) => moneyOnPaper(work, m);
  const facts: [string, string][] = [
    [say('to'), claim.supplier],
    [
      say('delivery'),
      `${local(delivery.arrivedAt)}${delivery.noteRef ? say('note', { noteRef: delivery.noteRef }) : ''}`,
    ],
    [
      say('fish'),
      say('lot_fish_landed', {
        speciesName: claim.speciesName,
        code: claim.code,
        pieces: lot!.pieces,
        grams: mass(lot!.grams),
      }),
    ],
    [
      say('core_temperature'),
      delivery.probeTenths === null ? say('not_probed') : formatTemperature(delivery.probeTenths, 'metric'),
    ],
    [
      say('claimed'),
      say('fish_2', {
        pieces: claim.pieces,
        grams: mass(claim.grams),
        outcomes: outcomes[claim.outcome].toLowerCase(),
      }),
    ],
    [say('asked'), money(claim.money)],
    [say('reason'), claim.reason],
  ];
  return {
    name: `claim-${claim.number}.pdf`,
    type: 'application/pdf',
    bytes: await renderPdf({
      pageSize: 'A4',
      pageMargins: [48, 48, 48, 56],
      info: { title: say('claim', { number: claim.number }) },
      content: [
        {
          text: [work.settings.name, work.settings.about.address].filter((t) => t !== '').join(', '),
          fontSize: 11,
        },
        { text: say('claim', { number: claim.number }), fontSize: 26, bold: true, margin: [0, 4, 0, 12] },
        {
          layout: 'lightHorizontalLines',
          table: { widths: [110, '*'], body: facts.map(([k, v]) => [{ text: k, color: '#53626b' }, v]) },
        },
        ...(signs.length > 0
          ? [
              {
                text: say('what_the_signs_showed'),
                fontSize: 14,
                bold: true,
                margin: [0, 18, 0, 4] as [number, number, number, number],
              },
              {
                layout: 'lightHorizontalLines',
                table: { widths: [110, '*', 40], body: signs.map((s) => [s.name, s.words, String(s.level)]) },
              },
              {
                text: say('the_worst_of_the_fish_looked_at_by', {
                  gradedAt: local(grade!.gradedAt),
                  gradedBy: grade!.gradedBy,
                }),
                fontSize: 9,
                color: '#53626b',
                margin: [0, 4, 0, 0] as [number, number, number, number],
              },
            ]
          : []),
        ...(claim.wording
          ? [{ text: claim.wording, margin: [0, 18, 0, 0] as [number, number, number, number] }]
          : []),
        ...photos.map((p) => ({
          image: `data:image/jpeg;base64,${p.bytes.toString('base64')}`,
          fit: [240, 180] as [number, number],
          margin: [0, 12, 0, 0] as [number, number, number, number],
        })),
        { text: `${claim.madeBy}, ${local(new Date(claim.madeAt))}`, margin: [0, 24, 0, 0] },
        ...(work.settings.sample ? [{ text: say('sample_data'), fontSize: 9, color: '#53626b' }] : []),
      ],
    }),
  };
}
