import type { AnswerOf, LotRow } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { isSeaArea } from '@ember-slate/core/labels';
import {
  isSkinned,
  meanWeightDoubt,
  shortName,
  type ArrivalCondition,
  type Species,
} from '@ember-slate/core/species';
import { leastSure } from '@ember-slate/core/units';
import { useDraft } from '../../app/draft.ts';
import { useForm } from '../../app/form.ts';
import { useSpecies } from '../../app/shop.tsx';
import { notify, useAppDispatch } from '../../app/store.ts';
import { wholeNumber, type Weight } from '../../parts/Field.tsx';
import type { Scanned } from './BoxScan.tsx';
import { say } from './say.ts';

export type LotDraft = AnswerOf<typeof routes.landing.lastLots>[number];

/** What the form holds; what is sent of it is `bodyOf`. */
interface LotValues {
  version: number;
  speciesId: string;
  condition: ArrivalCondition;
  pieces: string;
  weight: Weight | null;
  price: number | null;
  production: LotRow['production'];
  area: string;
  gear: string;
  boat: string;
  caughtOn: string;
  supplierLot: string;
  scaled: NonNullable<LotRow['scaled']>;
  slit: LotRow['slit'];
  /** Fish weighed one by one; null while the lot is weighed by the box. */
  fish: LotRow['fish'] | null;
  remarks: string;
  /** Why it is put right. */
  reason: string;
}

export interface LotSources {
  deliveryId: number;
  lot: LotRow | null;
  /** The lots landed of this delivery so far: fish of a kind come from the same water, by the same gear. */
  landed?: readonly LotRow[];
  /** A lot of the supplier's delivery before, to land again. */
  draft?: LotDraft | undefined;
}

const blank: LotValues = {
  version: 0,
  speciesId: '',
  condition: 'gutted',
  pieces: '',
  weight: null,
  price: null,
  production: 'caught',
  area: '27',
  gear: '',
  boat: '',
  caughtOn: '',
  supplierLot: '',
  scaled: 'no',
  slit: 'unasked',
  fish: null,
  remarks: '',
  reason: '',
};
const originOf = ({
  production,
  area,
  gear,
  boat,
}: Pick<LotRow, 'production' | 'area' | 'gear' | 'boat'>) => ({
  production,
  area,
  gear: gear ?? '',
  boat,
});
/** What a lot is and was the last time: the species, how it came, how many, at what price, from where. */
const sameAs = (lot: LotRow | LotDraft) => ({
  ...originOf(lot),
  speciesId: lot.speciesId,
  condition: lot.condition,
  pieces: String(lot.pieces),
  price: lot.pricePerKg,
});

function opened({ lot, draft }: LotSources): LotValues {
  if (lot)
    return {
      ...blank,
      ...sameAs(lot),
      version: lot.version,
      weight: { grams: lot.grams, source: lot.weightSource },
      caughtOn: lot.caughtOn ?? '',
      supplierLot: lot.supplierLot,
      scaled: lot.scaled ?? 'no',
      slit: lot.slit,
      remarks: lot.remarks,
    };
  // When it was caught for the delivery before says nothing of this one.
  return draft ? { ...blank, ...sameAs(draft) } : blank;
}

export const isFlat = (species: Species | undefined): boolean =>
  species?.bodyPlan === 'flat' || species?.bodyPlan === 'large_flat';

/** Whether it is asked if the scales are off: only of fish that have some worth the work. */
export const isScaly = (species: Species | undefined, condition: ArrivalCondition): boolean =>
  species !== undefined &&
  !['none', 'fine'].includes(species.scales) &&
  condition !== 'tail' &&
  condition !== 'wing' &&
  !isSkinned(condition);

const bodyOf = (v: LotValues, species: Species | undefined, lot: LotRow | null) => ({
  speciesId: v.speciesId,
  condition: v.condition,
  pieces: wholeNumber(v.pieces) ?? 0,
  grams: v.weight?.grams ?? 0,
  weightSource: v.weight?.source ?? ('typed' as const),
  pricePerKg: v.price as number,
  production: v.production,
  area: v.area,
  gear: v.production === 'farmed' ? null : v.gear || null,
  boat: v.boat,
  caughtOn: v.caughtOn || null,
  supplierLot: v.supplierLot,
  scaled: isScaly(species, v.condition) ? v.scaled : ('no' as const),
  slit: isFlat(species) && v.condition === 'gutted' ? v.slit : ('unasked' as const),
  remarks: v.remarks,
  ...(lot ? { version: v.version, reason: v.reason } : { fish: v.fish ?? [] }),
});

/** The form a lot is landed or corrected with, and what a scanned box or a chosen species fills in. */
export function useLotForm(sources: LotSources, onDone: () => void) {
  const { deliveryId, lot, draft } = sources;
  const book = useSpecies();
  const dispatch = useAppDispatch();
  const form = useForm({
    draft: useDraft(lot ? `lot ${lot.id}` : `lot of delivery ${deliveryId} ${draft?.speciesId ?? ''}`),
    opened: () => opened(sources),
    route: lot ? routes.landing.editLot : routes.landing.addLot,
    params: { id: lot?.id ?? deliveryId },
    body: (v: LotValues) => bodyOf(v, book.get(v.speciesId), lot),
    onDone: (answer, v) => {
      if ('code' in answer)
        dispatch(
          notify({
            text: say('landed_its_label_carries_this_code', {
              code: answer.code,
              speciesId: shortName(book.get(v.speciesId)?.name ?? ''),
            }),
            problem: false,
          }),
        );
      onDone();
    },
  });
  const { speciesId, condition, pieces, weight } = form.values;
  const species = book.get(speciesId);
  const count = wholeNumber(pieces);
  const choose = (id: string) => {
    const chosen = book.get(id);
    const kin = sources.landed?.findLast((l) => l.speciesId === id);
    form.set({
      speciesId: id,
      ...(chosen && !lot ? { condition: chosen.arrives } : {}),
      ...(kin && !lot ? { ...originOf(kin), caughtOn: kin.caughtOn ?? '' } : {}),
    });
  };
  return {
    form,
    book,
    species,
    /** What is odd about the mean weight, to be said before anything is saved. */
    doubt: species && weight && count ? meanWeightDoubt(species, condition, weight.grams, count) : null,
    choose,
    changeFish: (fish: LotRow['fish']) =>
      form.set({
        fish,
        pieces: fish.length > 0 ? String(fish.length) : '',
        weight:
          fish.length > 0
            ? {
                grams: fish.reduce((s, f) => s + f.grams, 0),
                source: leastSure(fish.map((f) => f.source)) ?? 'measured',
              }
            : null,
      }),
    scan: (s: Scanned) => {
      if (s.speciesId) choose(s.speciesId);
      form.set({
        ...(s.pieces ? { pieces: String(s.pieces) } : {}),
        ...(s.grams ? { weight: { grams: s.grams, source: 'typed' as const } } : {}),
        ...(s.supplierLot ? { supplierLot: s.supplierLot } : {}),
        ...(s.caughtOn ? { caughtOn: s.caughtOn } : {}),
        ...(s.production ? { production: s.production } : {}),
        ...(s.area && isSeaArea(s.area) ? { area: s.area } : {}),
        ...(s.gear ? { gear: s.gear } : {}),
        ...(s.frozen && form.values.remarks === ''
          ? { remarks: say('frozen_before_label_as_defrosted') }
          : {}),
      });
    },
  };
}
