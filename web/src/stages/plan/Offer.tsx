import { inWords } from '@ember-slate/words/core';
import { conditionName } from '@ember-slate/core/species';
import type { PlanLine, SpeciesRow } from '@ember-slate/contract';
import { useTimes } from '../../app/shop.tsx';
import { Fish } from '../../parts/Fish.tsx';
import { Mass } from '../../parts/Mass.tsx';
import { say } from './say.ts';
import { rich } from '../../parts/rich.ts';

type OfferRow = PlanLine['offers'][number];

interface Props {
  offer: OfferRow;
  fish: number;
  species: SpeciesRow;
  line: PlanLine;
  /** Null when this person only looks. */
  onFish: ((fish: number) => void) | null;
}

/** One lot: a fish of it to scale, what one gives, how long it lasts once cut, and how many to take. */
export function Offer({ offer, fish, species, line, onFish }: Props) {
  const { dayName } = useTimes();
  const refused = offer.refusal !== null;
  const step = 'btn h-12 w-12 px-0 text-row';
  return (
    <li
      className={`grid grid-cols-[150px_minmax(0,1fr)_auto] items-center gap-4 border-t border-line py-2 ${refused ? 'text-ink3' : ''}`}
    >
      <div className={`flex h-14 items-center overflow-hidden ${refused ? 'opacity-50' : ''}`}>
        {offer.fishGrams > 0 && (
          <Fish species={species} condition={offer.condition} grams={offer.fishGrams} perMm={0.19} />
        )}
      </div>
      <div className="min-w-0">
        <div className="font-figure text-label font-semibold">
          {offer.code}{' '}
          <span className="text-note font-normal text-ink3">
            {say('landed', {
              landedOn: dayName(offer.landedOn),
              conditionName: inWords(conditionName[offer.condition]),
            })}
          </span>
        </div>
        {refused ? (
          <div className="text-note">{offer.refusal}</div>
        ) : (
          <div className="text-note text-ink2">
            {rich(say.parts('about_a_fish', { fishGrams: <Mass g={Math.round(offer.fishGrams)} /> }))}{' '}
            {offer.perFish === null ? (
              <>
                {rich(
                  say.parts('gives_each', {
                    fishGrams: <Mass g={Math.round(offer.fishGrams * offer.yield)} />,
                  }),
                )}
              </>
            ) : (
              say('pieces_each', { perFish: offer.perFish })
            )}{' '}
            {say('days_once_cut', { daysLeftCut: offer.daysLeftCut.toFixed(1) })}
          </div>
        )}
      </div>
      {!refused && onFish && (
        <div
          className="flex items-center gap-2"
          role="group"
          aria-label={say('fish_of_for', { code: offer.code, customer: line.customer })}
        >
          <button
            type="button"
            className={step}
            aria-label={say('one_fish_less')}
            aria-disabled={fish === 0}
            onClick={() => fish > 0 && onFish(fish - 1)}
          >
            −
          </button>
          <span className="w-16 text-center font-figure text-row font-semibold">
            {fish}
            <span className="block text-note leading-3 font-normal text-ink3">
              {say('of_2', { fishFree: offer.fishFree })}
            </span>
          </span>
          <button
            type="button"
            className={step}
            aria-label={say('one_fish_more')}
            aria-disabled={fish >= offer.fishFree}
            onClick={() => fish < offer.fishFree && onFish(fish + 1)}
          >
            +
          </button>
        </div>
      )}
    </li>
  );
}
