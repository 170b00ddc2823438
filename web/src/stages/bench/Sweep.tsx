import { contract, type Problem, type Ticket } from '@ember-slate/contract';
import { kindOf, type Kind } from '@ember-slate/core/board';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useSpecies, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';

/** Where a bone may have broken, by the build of the fish. */
const places: Record<Kind, readonly string[]> = {
  round: ['pin-bone line', 'shoulder edge', 'back fin-base', 'belly edge'],
  flat: ['front edge', 'fin side', 'middle edge'],
  ray: ['thick edge', 'thin rim'],
  monk: ['along the spine', 'wide end'],
};

/** Both passes, each signed by the hand that swept; bones that broke by their place. */
export function Sweep({ ticket }: { ticket: Ticket }) {
  const { one, two, expectedBones } = ticket.sweep;
  return (
    <div className="border-t border-line pt-3">
      <p className="pb-2 text-label text-ink2">To expect: {expectedBones}.</p>
      <div className="grid grid-cols-2 gap-8">
        <Pass key={`1 ${one?.at ?? ''}`} ticket={ticket} pass={1} signed={one} />
        <Pass key={`2 ${two?.at ?? ''}`} ticket={ticket} pass={2} signed={two} />
      </div>
    </div>
  );
}

function Pass({ ticket, pass, signed }: { ticket: Ticket; pass: 1 | 2; signed: Ticket['sweep']['one'] }) {
  const { send, busy } = useChange(contract.bench.sweep);
  const { time } = useTimes();
  const species = useSpecies().get(ticket.speciesId);
  const [found, setFound] = useState(0);
  const [broken, setBroken] = useState<string[]>([]);
  const [problem, setProblem] = useState<Problem | null>(null);
  const sign = async () => {
    const outcome = await send({ pass, found, broken }, { id: ticket.id });
    setProblem(outcome.ok ? null : outcome.problem);
  };
  const notYet = pass === 2 && !ticket.sweep.one ? 'pass one first' : null;
  return (
    <section aria-label={`Pass ${pass}`}>
      <h2 className="font-figure text-row font-semibold">
        {pass === 1 ? 'Pass one' : 'Pass two, all of it again'}
      </h2>
      {signed ? (
        <p className="text-label">
          <strong className="font-figure">{signed.by}</strong> at {time(signed.at)}, found{' '}
          {signed.found === 0 ? 'none' : signed.found}
          {signed.broken.length > 0 ? `, broke at ${signed.broken.join(', ')} and went back for it` : ''}
        </p>
      ) : (
        <>
          <div
            role="group"
            aria-label={`Bones found in pass ${pass}`}
            className="flex items-center gap-3 py-2"
          >
            <Button tall className="w-16" onPress={() => setFound((b) => Math.max(0, b - 1))}>
              −
            </Button>
            <output className="w-12 text-center font-figure text-[42px] leading-[46px] font-semibold">
              {found}
            </output>
            <Button tall className="w-16" onPress={() => setFound((b) => b + 1)}>
              +
            </Button>
            <Button
              tall
              kind={notYet ? 'plain' : 'main'}
              busy={busy}
              notYet={notYet}
              onPress={() => void sign()}
            >
              Sign pass {pass === 1 ? 'one' : 'two'}
            </Button>
          </div>
          <fieldset className="flex flex-wrap gap-2">
            <legend className="text-label text-ink2">A bone broke, and I went back for it, at the</legend>
            {places[species ? kindOf(species) : 'round'].map((p) => {
              const on = broken.includes(p);
              return (
                <button
                  key={p}
                  type="button"
                  aria-pressed={on}
                  onClick={() => setBroken((b) => (on ? b.filter((x) => x !== p) : [...b, p]))}
                  className={`btn min-h-14 px-3 ${on ? 'bg-lift outline-[2.5px] -outline-offset-2 outline-ink' : ''}`}
                >
                  {p}
                </button>
              );
            })}
          </fieldset>
        </>
      )}
      {problem && (
        <p role="alert" className="mt-2 border-b-[3px] border-emberline pb-1">
          {problem.detail}
        </p>
      )}
    </section>
  );
}
