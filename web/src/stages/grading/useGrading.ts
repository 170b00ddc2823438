import type { Seen } from './Beside.tsx';
import {
  applies,
  type FishSigns,
  grade,
  intakeLimit,
  type Level,
  nothingObserved,
  sampleSize,
  signsFor,
} from '@ember-slate/core/freshness';
import { type contract } from '@ember-slate/contract';
import { useDraft, useKept } from '../../app/draft.ts';
import { type useRead } from '../../app/api.ts';
import { useShop, type useSpecies } from '../../app/shop.tsx';
import { useState } from 'react';

export type Lot = NonNullable<ReturnType<typeof useRead<typeof contract.grading.lot>>['data']>;
export type Species = NonNullable<ReturnType<ReturnType<typeof useSpecies>['get']>>;

/** The work on one lot: the scheme, what was seen of each fish, what the signs say of it, and the record. */
export function useGrading(lot: Lot, species: Species) {
  const { shop } = useShop();
  const kept = useDraft(`grade ${lot.id}`);
  const wanted = sampleSize(lot.pieces);
  const [fish, setFish] = useKept<readonly FishSigns[]>(kept, 'fish', () =>
    Array.from({ length: wanted }, () => ({})),
  );
  const [current, setCurrent] = useKept(kept, 'current', 0);
  const [coreTenths, setCore] = useKept(kept, 'coreTenths', lot.probeTenths);
  const [history, setHistory] = useKept(kept, 'history', false);
  const [foreign, setForeign] = useKept(kept, 'foreign', false);
  const [seen, setSeen] = useKept<Seen>(kept, 'seen', { ...nothingObserved, damage: [] });
  const last = lot.grades[0];
  const started = fish.some((f) => Object.keys(f).length > 0);
  // What was begun with one version of a scheme goes on with it, whoever changes the scheme meanwhile.
  const [offered] = useState(() => lot.schemes);
  const [schemeId, setSchemeId] = useKept(kept, 'schemeId', offered[0]!.id);
  const choices = offered.filter(
    (s, i) => offered.findIndex((x) => x.id === s.id) === i && applies(s, species, lot.condition),
  );
  // Until a sign is looked at the strip shows the last grade, on the scheme it was made with.
  const before = started ? undefined : last;
  const scheme =
    (before
      ? lot.schemes.find((s) => s.id === before.scheme && s.version === before.schemeVersion)
      : choices.find((s) => s.id === schemeId)) ?? offered[0]!;
  const signs = signsFor(scheme, species, lot.condition);
  const shownFish = before ? before.fish : fish;
  const limit = intakeLimit(species, shop.ruleProfile);
  // A grade made on a scheme that is no longer there may have none of this one's signs.
  const result = shownFish.some((f) => signs.some((s) => s.id in f))
    ? grade({
        species,
        condition: lot.condition,
        fish: shownFish,
        coreCelsius: coreTenths === null ? null : coreTenths / 10,
        limitCelsius: limit,
        temperatureHistory: history,
        foreignSmell: foreign,
        observed: seen,
        scheme,
        storageCelsius: lot.expected,
      })
    : null;
  const setLevel = (signId: string, level: Level) =>
    setFish((had) => had.map((f, i) => (i === current ? { ...f, [signId]: level } : f)));
  return {
    kept,
    wanted,
    /** As many fish as may be looked at. */
    most: Math.min(lot.pieces, 60),
    fish,
    looked: fish.filter((f) => Object.keys(f).length > 0),
    addFish: (n: number) => setFish((had) => [...had, ...Array.from({ length: n }, () => ({}))]),
    current,
    setCurrent,
    setLevel,
    /** The usual case in one press: everything on this fish as fresh as can be. */
    allFresh: () => signs.forEach((s) => fish[current]?.[s.id] === undefined && setLevel(s.id, 0)),
    done: (f: FishSigns) => signs.every((s) => f[s.id] !== undefined),
    coreTenths,
    setCore,
    history,
    setHistory,
    foreign,
    setForeign,
    seen,
    setSeen,
    last,
    started,
    choices,
    schemeId,
    setSchemeId,
    scheme,
    signs,
    shownFish,
    limit,
    result,
  };
}
export type Grading = ReturnType<typeof useGrading>;
