import type { Ticket } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { kindOf, type Kind } from '@ember-slate/core/board';
import { useState } from 'react';
import { useChange } from '../../app/api.ts';
import { useShop, useSpecies, useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { useSecond } from '../../parts/Second.tsx';
import { say } from './say.ts';

/** Where a bone may have broken, by the build of the fish. */
const places: Record<Kind, readonly string[]> = {
  round: [say('pin_bone_line'), say('shoulder_edge'), say('back_fin_base'), say('belly_edge')],
  flat: [say('front_edge'), say('fin_side'), say('middle_edge')],
  ray: [say('thick_edge'), say('thin_rim')],
  monk: [say('along_the_spine'), say('wide_end')],
};

/** Both passes, each signed by the hand that swept; bones that broke by their place. */
export function Sweep({ ticket }: { ticket: Ticket }) {
  const { one, two, expectedBones } = ticket.sweep;
  return (
    <div className="border-t border-line pt-3">
      <p className="pb-2 text-label text-ink2">{say('to_expect', { expectedBones })}</p>
      <div className="grid grid-cols-2 gap-8">
        <Pass key={`1 ${one?.at ?? ''}`} ticket={ticket} pass={1} signed={one} />
        <Pass key={`2 ${two?.at ?? ''}`} ticket={ticket} pass={2} signed={two} />
      </div>
    </div>
  );
}

function Pass({ ticket, pass, signed }: { ticket: Ticket; pass: 1 | 2; signed: Ticket['sweep']['one'] }) {
  const { send, busy, problem } = useChange(routes.bench.sweep);
  const { time } = useTimes();
  const species = useSpecies().get(ticket.speciesId);
  const [found, setFound] = useState(0);
  const [broken, setBroken] = useState<string[]>([]);
  const { me } = useShop();
  const second = useSecond();
  const { one, twoHands } = ticket.sweep;
  // The hand that swept first does not find its own bones: where the shop wants it, another looks.
  const other = pass === 2 && twoHands && one?.staffId === me.id;
  const sign = async () => {
    const signed = other ? await second.sign() : null;
    if (other && signed === null) return;
    await send({ pass, found, broken, second: signed }, { id: ticket.id });
  };
  const notYet = pass === 2 && !one ? say('pass_one_first') : other ? second.notYet : null;
  return (
    <section aria-label={say('pass', { pass })}>
      <h2 className="font-figure text-row font-semibold">
        {pass === 1 ? say('pass_one') : say('pass_two_all_of_it_again')}
      </h2>
      {signed ? (
        <p className="text-label">
          <strong className="font-figure">{signed.by}</strong>
          {signed.alone && ` (${say('alone_in_the_shop')})`}{' '}
          {say('at_found', {
            at: time(signed.at),
            found: signed.found === 0 ? say('none') : signed.found,
            broken:
              signed.broken.length > 0
                ? say('broke_at_and_went_back_for_it', { broken: signed.broken.join(', ') })
                : '',
          })}
        </p>
      ) : (
        <>
          <div
            role="group"
            aria-label={say('bones_found_in_pass', { pass })}
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
              {say('sign_pass_two', { pass })}
            </Button>
          </div>
          {other && second.fields}
          <fieldset className="flex flex-wrap gap-2">
            <legend className="text-label text-ink2">{say('a_bone_broke_and_i_went_back_for')}</legend>
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
