import { AtOdds } from './AtOdds.tsx';
import { Beside } from './Beside.tsx';
import { Fish } from '../../parts/Fish.tsx';
import { HardStops, Mixed, Sample } from './Findings.tsx';
import { HowLooked, SignsSay, WhichLot } from './LotSays.tsx';
import { Signs } from './Signs.tsx';
import { Verdicts } from './Verdicts.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { routes } from '@ember-slate/contract/routes';
import { isPiece } from '@ember-slate/core/species';
import { say } from './say.ts';
import { type Lot, type Species, useGrading } from './useGrading.ts';
import { useKeys } from '../../app/keys.ts';
import { useParams } from 'react-router';
import { useRead } from '../../app/api.ts';
import { useShop, useSpecies } from '../../app/shop.tsx';
import { useState } from 'react';

/** One lot, fish by fish and sign by sign; the strip shows what the signs say while they are still being looked at. */
export default function GradeLot() {
  const id = Number(useParams().id);
  const { data: lot, problem: away, refetch } = useRead(routes.grading.lot, { params: { id } });
  const species = useSpecies().get(lot?.speciesId ?? '');
  if (!lot || !species) return <Waiting problem={away} onRetry={refetch} />;
  return <Run key={lot.id} lot={lot} species={species} />;
}

function Run({ lot, species }: { lot: Lot; species: Species }) {
  const { me } = useShop();
  const of = useGrading(lot, species);
  const [byRun, setByRun] = useState(() => window.matchMedia('(max-width: 639px)').matches);
  const mayGrade = me.role !== 'counter';
  const turn = () => setByRun((on) => !on);
  useKeys({
    p: () => of.setCurrent((i) => Math.max(0, i - 1)),
    g: () => mayGrade && turn(),
  });
  const { result } = of;
  const piece = isPiece(lot.condition);
  return (
    <div className="pb-2">
      <WhichLot lot={lot} species={species} />
      <div className="grid grid-cols-[minmax(0,1fr)_284px] gap-6 small:grid-cols-1">
        <section>
          <SignsSay of={of} lot={lot} species={species} />
          {mayGrade && <HowLooked of={of} species={species} byRun={byRun} onTurn={turn} />}
          {result?.mixed && of.started && <Mixed of={of} />}
          <Signs of={of} lot={lot} species={species} byRun={byRun} onEnd={() => setByRun(false)} />
        </section>
        <section>
          {result && result.atOdds.length > 0 ? (
            <AtOdds result={result} />
          ) : (
            <div className="flex h-[60px] items-center small:hidden">
              <Fish species={species} condition={lot.condition} grams={lot.grams / lot.pieces} perMm={0.26} />
            </div>
          )}
          {mayGrade && (
            <>
              <Sample of={of} />
              <HardStops of={of} />
              <Verdicts of={of} lot={lot} />
            </>
          )}
        </section>
      </div>
      {mayGrade && (
        <details className="mt-3 border-t border-line pt-2">
          <summary className="why inline-block py-2">
            {say('beside_the_signs_damage_identity', { piece: piece ? '' : `${say('rigor_roe')} ` })}
          </summary>
          <div className="pt-2">
            <Beside
              seen={of.seen}
              onSeen={of.setSeen}
              piece={piece}
              farmed={lot.farmed}
              marks={species.marks}
            />
          </div>
        </details>
      )}
    </div>
  );
}
