import type { Ticket } from '@ember-slate/contract';
import { outline } from '@ember-slate/core/body';
import { arrivalFraction } from '@ember-slate/core/species';
import { useSpecies } from '../../app/shop.tsx';
import { useSize } from '../../app/size.ts';
import { Fish } from '../../parts/Fish.tsx';
import { Mass } from '../../parts/Mass.tsx';

/** What lies on the board: one fish of the ticket with its millimetres, and the lots it came from. */
export function OnBoard({ ticket }: { ticket: Ticket }) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const species = useSpecies().get(ticket.speciesId);
  const first = ticket.inputs[0];
  const whole = first && species ? first.grams / first.pieces / arrivalFraction(species, first.condition) : 0;
  const shape = species && whole > 0 ? outline(species, whole) : null;
  const tall = shape ? Math.max(...[0.2, 0.3, 0.4, 0.5].map(shape.halfHeight)) * 2.4 : 1;
  const perMm = shape ? Math.min((width * 0.62) / shape.totalMm, (height - 40) / tall) : 0;
  return (
    <div ref={ref} className="flex h-full items-center justify-between gap-6">
      {species && perMm > 0.05 && <Fish species={species} grams={whole} perMm={perMm} ruler />}
      <ul className="shrink-0 font-figure text-label">
        {ticket.inputs.map((i) => (
          <li key={i.lotId} className="border-t border-line py-1.5">
            <span className="text-ink2">lot {i.code}</span>
            <span className="flex justify-between gap-6 font-semibold">
              {i.pieces} fish <Mass g={i.grams} />
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
