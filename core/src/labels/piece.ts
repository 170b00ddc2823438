import { nth } from '../found.ts';
import type { Said, Word } from '@ember-slate/words/said';
import { type RuleProfile } from '../freshness/index.ts';
import type { Form } from '../forms/index.ts';
import { vacuumCelsius, type Packing } from '../board/index.ts';
import { groundName, type RawFitness } from '../coldchain/index.ts';
import { formatDay } from '../calendar/index.ts';
import { areaWords } from './areas.ts';
import { boxCode, gs1Date } from './gs1.ts';
import type { ProductionMethod } from './terms.ts';
import { said } from './say.ts';

/** What a piece's label is made of. */
export interface PieceFacts {
  profile: RuleProfile;
  name: string;
  scientificName: string;
  asfis: string | null;
  form: Pick<Form, 'name' | 'boneless' | 'raw' | 'kitchen' | 'section'>;
  /** Lots it was cut from, the one with most of it first. */
  lots: readonly {
    code: string;
    production: ProductionMethod;
    area: string;
    gear: string | null;
    caughtOn: string | null;
  }[];
  grams: number;
  pieces: number;
  /** Minor units a kilogram, and for this piece; null where the shop has no price. */
  perKg: number | null;
  price: number | null;
  packedOn: string;
  /** The last day it may be sold and eaten; null when it must go today or there is no clock. */
  useBy: string | null;
  defrosted: boolean;
  /** Lot by lot, whether it may be eaten raw, and on what record. */
  raw: readonly RawFitness[];
  /** How it is packed; null where its cuts were packed in more ways than one. */
  packing: Packing | null;
  bonesDeclared: boolean;
  stuffed: boolean;
  /** What was asked for beside the form, in the words of the order. */
  options: readonly string[];
  /** The shop's own number of the item, and its GTIN where it really has one. */
  item: number;
  gtin: string | null;
}

export interface PieceLabel {
  title: string;
  scientific: string;
  /** In the order they are printed. */
  facts: Word[];
  warnings: Said[];
  useBy: string | null;
  trace: string;
  /** GS1 element string, as printed in brackets and as scanned. */
  elements: { ai: string; value: string }[];
  scan: string;
}

const produced: Record<ProductionMethod, Said> = {
  caught: said('caught'),
  caught_freshwater: said('caught_in_freshwater'),
  farmed: said('farmed'),
};
const methods: Record<ProductionMethod, string> = { caught: '01', caught_freshwater: '02', farmed: '03' };
const unique = (texts: readonly Word[]) => [
  ...new Map(texts.filter((t) => t !== '').map((t) => [JSON.stringify(t), t])).values(),
];

/** On what record it may be eaten raw. */
const rawWords = (raw: RawFitness): Word =>
  !raw.fit
    ? ''
    : raw.by === 'frozen'
      ? said('frozen_for_raw_use_as_the_rules')
      : said('for_raw_use_not_frozen', { by: groundName(raw.by), document: raw.document });

/** What a label or a card says of bones: a boned form may still hold one. `left` where pin bones were asked to stay in. */
export const bonesWord = (form: { boneless: boolean; section: string }, left: boolean): Said =>
  left
    ? said('pin_bones_left_in')
    : said(form.boneless || form.section === 'trim' ? 'may_contain_bones' : 'contains_bones');

/** Where fish is from and how it was caught or farmed, as the profile has it said: each lot once. */
export function originOf(profile: RuleProfile, lots: PieceFacts['lots']): Word[] {
  const where = (l: PieceFacts['lots'][number]) => (l.production === 'caught' ? areaWords(l.area) : l.area);
  if (profile === 'eu')
    return [
      ...unique(
        lots.map((l) => said('produced_where', { production: produced[l.production], where: where(l) })),
      ),
      ...unique(lots.map((l) => (l.production === 'caught' ? (l.gear ?? '') : ''))),
    ];
  return unique(
    lots.map((l) =>
      said('product_of', {
        production: l.production === 'farmed' ? said('farm_raised') : said('wild'),
        l: where(l),
      }),
    ),
  );
}

/**
 * What the law of the profile wants on a label, from what the shop knows (EU: Reg. (EU) 1379/2013 art. 35 and
 * 1169/2011; US: market name, origin, wild or farm-raised, net weight, safe handling; GS1 General Specifications; all
 * from memory). Follow your local food authority; this is no legal advice.
 */
export function pieceLabel(f: PieceFacts): PieceLabel {
  const eu = f.profile === 'eu';
  const rawFit = f.raw.length > 0 && f.raw.every((r) => r.fit);
  const first = nth(f.lots, 0);
  const oneLot = f.lots.length === 1;
  return {
    title: `${f.name}, ${f.form.name}`,
    scientific: f.scientificName,
    facts: [
      ...(f.options.length > 0 ? [`${f.options.join('; ')}.`] : []),
      ...originOf(f.profile, f.lots),
      ...(f.defrosted ? [said('defrosted_do_not_refreeze')] : []),
      ...(f.form.raw && rawFit ? unique(f.raw.map(rawWords)) : []),
      ...(f.packing === 'vacuum' ? [said('vacuum_packed_keep_at_c_or_below', { vacuumCelsius })] : []),
      ...(f.packing === 'frozen'
        ? [said('packed_to_be_frozen_once_thawed', { packedOn: formatDay(f.packedOn, 'date') })]
        : []),
      eu ? said('keep_at_0_to_2_c') : said('keep_refrigerated_at_38_f_or_below'),
    ],
    warnings: [
      said('contains_fish'),
      bonesWord(f.form, f.bonesDeclared),
      ...(f.stuffed ? [said('filled_ask_for_the_allergens_of')] : []),
      ...(f.form.raw && !rawFit ? [said('not_for_eating_raw_it_has_neither')] : []),
    ],
    useBy: f.useBy,
    trace: f.lots.map((l) => l.code).join(' + '),
    ...elementsOf(f, first, oneLot),
  };
}

function elementsOf(f: PieceFacts, first: PieceFacts['lots'][number], oneLot: boolean) {
  const elements = [
    ...(f.gtin ? [{ ai: '01', value: f.gtin }] : []),
    { ai: '3103', value: String(Math.min(999_999, f.grams)).padStart(6, '0') },
    ...(f.useBy ? [{ ai: '17', value: gs1Date(f.useBy) }] : []),
    ...(f.gtin ? [] : [{ ai: '91', value: String(f.item) }]),
    { ai: '10', value: first.code },
    ...(f.asfis ? [{ ai: '7008', value: f.asfis }] : []),
    ...(first.production === 'caught' && oneLot ? [{ ai: '7005', value: first.area }] : []),
    { ai: '7010', value: methods[first.production] },
  ];
  return { elements, scan: boxCode(elements) };
}
