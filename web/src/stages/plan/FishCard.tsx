import { inWords } from '@ember-slate/words/core';
import { conditionName, isPiece } from '@ember-slate/core/species';
import type { SpeciesRow } from '@ember-slate/contract';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { wingsOf, type Body } from '@ember-slate/core/body';
import { useTimes } from '../../app/shop.tsx';
import { SourceMark, useMass } from '../../parts/Mass.tsx';
import { oneOf } from '../../parts/words.ts';
import { CutDrawing, PlannedWing } from './CutDrawing.tsx';
import type { Card, Run } from './pieces.ts';
import { formatMoney } from '../../parts/money.ts';
import { say } from './say.ts';

interface Props {
  card: Card;
  speciesName: string;
  species: SpeciesRow;
  body: Body | null;
  perMm: number;
  lit: string | null;
  onLight: (line: string | null) => void;
  pinned: boolean;
  onPin: (() => void) | null;
  /** Asks where a line of this fish should go instead. */
  onMove: ((line: string) => void) | null;
}

/** What a run of pieces is: how many of what weight, and for whom. A line's may be dragged to another fish. */
function RunRow({
  run,
  card,
  lit,
  onLight,
  onMove,
}: { run: Run; card: Card } & Pick<Props, 'lit' | 'onLight' | 'onMove'>) {
  const mass = useMass();
  const { when } = useTimes();
  const { line, pieces, form } = run;
  const { attributes, listeners, setNodeRef, isDragging } = useDraggable({
    id: `${card.key} ${run.letters}`,
    data: { line: line?.id, from: card.fish.id },
    disabled: line === null || onMove === null,
  });
  const grams = pieces.reduce((s, p) => s + p.grams, 0) / pieces.length;
  const n = pieces.length * (run.both ? 2 : 1);
  const what = `${n > 1 ? `${n} ` : ''}${n === 1 ? oneOf(form) : form.name}, ${mass(Math.round(grams))}${n > 1 ? ` ${say('each')}` : ''}`;
  const text = (
    <>
      <strong className="font-figure font-semibold">{run.letters}</strong>{' '}
      {run.both ? `${say('both_sides')}: ` : run.where && `${run.where}: `}
      {what}{' '}
      <span className="text-ink2">
        {line
          ? say('order', { orderNumber: line.orderNumber, customer: line.customer, dueAt: when(line.dueAt) })
          : say('to_the_counter')}
      </span>
    </>
  );
  if (!line) return <li className="py-0.5 text-note">{text}</li>;
  return (
    <li className="text-note">
      <button
        ref={setNodeRef}
        type="button"
        {...listeners}
        aria-roledescription={attributes['aria-roledescription']}
        className={`min-h-6 w-full cursor-grab py-0.5 text-left hover:bg-lift ${lit === line.id ? 'bg-lift' : ''} ${isDragging ? 'opacity-40' : ''}`}
        onMouseEnter={() => onLight(line.id)}
        onMouseLeave={() => onLight(null)}
        onFocus={() => onLight(line.id)}
        onBlur={() => onLight(null)}
        onClick={() => onMove?.(line.id)}
      >
        {text}
      </button>
    </li>
  );
}

/** One fish of the plan, or several cut alike: to scale, with its marks, who gets what, and what it leaves. */
export function FishCard(props: Props) {
  const { card, species, speciesName, body, perMm, lit, pinned, onPin } = props;
  const mass = useMass();
  const { setNodeRef, isOver } = useDroppable({ id: card.key, data: { fish: card.fish.id } });
  const { fish, ids } = card;
  const days = Math.floor(fish.daysLeft * 10) / 10;
  return (
    <div
      ref={setNodeRef}
      role="group"
      aria-label={`${speciesName} ${fish.code}`}
      className={`min-w-[270px] pb-5 ${isOver ? 'bg-lift' : ''}`}
    >
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="text-label font-semibold whitespace-nowrap">
          {speciesName} {fish.code}
        </h2>
        <span className="text-note text-ink2">
          {ids.length > 1
            ? `${say('of', { ids: ids.length, condition: isPiece(fish.condition) ? say('pieces') : say('fish') })} `
            : ''}
          {mass(fish.grams)} {fish.measured ? <SourceMark source="measured" /> : '~'}{' '}
          {say('days_left', {
            condition: inWords(fish.condition === 'whole' ? say('guts_in') : conditionName[fish.condition]),
            days,
          })}
        </span>
        {onPin && (
          <button type="button" className="why text-note" aria-pressed={pinned} onClick={onPin}>
            {pinned ? say('pinned_let_go') : say('pin')}
          </button>
        )}
      </div>
      <div className="pt-1">
        {body ? (
          <CutDrawing card={card} species={species} body={body} perMm={perMm} lit={lit} />
        ) : (
          <PlannedWing card={card} grams={wingsOf(species, fish.condition, fish.grams)} perMm={perMm} />
        )}
      </div>
      <ul className="max-w-[520px]">
        {card.runs.map((r) => (
          <RunRow key={`${r.letters} ${r.where}`} run={r} {...props} />
        ))}
      </ul>
      <p className="pt-0.5 text-note text-ink2">
        {say('sells_for_costs', {
          sells: formatMoney(Math.round(card.sells)),
          costs: formatMoney(Math.round(card.costs)),
        })}{' '}
        <strong className="ml-2 font-figure text-body font-semibold text-ink">
          {say('leaves', { sells: formatMoney(Math.round(card.sells - card.costs)) })}
        </strong>
        {ids.length > 1 && ` ${say('each')}`}
      </p>
    </div>
  );
}
