import type { CutPlan, SpeciesRow } from '@ember-slate/contract';
import { bodyOf } from '@ember-slate/core/body';
import { windowOf } from '@ember-slate/core/cutplan';
import type { FormBook } from '@ember-slate/core/forms';
import { shortOf } from '@ember-slate/core/orders';
import { shortName } from '@ember-slate/core/species';
import { Link } from 'react-router';
import { useTimes } from '../../app/shop.tsx';
import { Choice } from '../../parts/Choice.tsx';
import { SelectField } from '../../parts/Field.tsx';
import { Lozenge } from '../../parts/Lozenge.tsx';
import { formatMoney } from '../../parts/money.ts';
import { useForms, useWant } from '../../parts/forms.ts';
import { useMass } from '../../parts/Mass.tsx';
import { FishCard } from './FishCard.tsx';
import {
  asPercent,
  cardsOf,
  sum,
  worthOf,
  type linesOf,
  type LineRow,
  type PlanOfSpecies,
} from './pieces.ts';
import { say } from './say.ts';

type Horizon = CutPlan['horizon'];
/** A line somebody wants elsewhere: of which species, from which fish. */
export interface Wanted {
  species: PlanOfSpecies;
  line: LineRow;
  from: string | null;
}
const horizons: readonly { value: Horizon; name: string }[] = [
  { value: 'today', name: say('today') },
  { value: 'tomorrow', name: say('to_tomorrow') },
  { value: 'all', name: say('all_lines') },
];
export const horizonIds = horizons.map((h) => h.value);

interface PicksProps {
  plan: CutPlan | null;
  mayPlan: boolean;
  chosen: Horizon;
  onHorizon: (horizon: Horizon) => void;
  only: string;
  onOnly: (speciesId: string) => void;
}

/** Which lines are planned, and which fish alone. */
export function Picks({ plan, mayPlan, chosen, onHorizon, only, onOnly }: PicksProps) {
  return (
    <div className="flex flex-wrap items-end gap-x-4">
      {mayPlan && plan?.state !== 'running' && (
        <Choice label={say('lines_due')} value={chosen} onChange={onHorizon} options={[...horizons]} />
      )}
      {mayPlan && plan && plan.state !== 'running' && plan.state !== 'accepted' && (
        <SelectField
          label={say('planned_again')}
          value={only}
          onChange={onOnly}
          empty={say('all_fish')}
          className="w-36"
          options={plan.species
            .filter((s) => s.fish.length > 0)
            .map((s) => ({ value: s.speciesId, name: s.speciesName }))}
        />
      )}
      <Link to="/plan/hand" className="why pb-3 text-note whitespace-nowrap">
        {say('choose_fish_by_hand')}
      </Link>
    </div>
  );
}

interface StatusProps {
  plan: CutPlan;
  /** The next plan is being made by itself. */
  making: boolean;
  editable: boolean;
  onBack: () => void;
  onOpen: (what: 'totals' | 'changes') => void;
}

/** What is to be known of the plan, and its reckoning. */
export function Status({ plan, making, editable, onBack, onOpen }: StatusProps) {
  const handled = plan.parent && editable;
  return (
    <p className="flex-1 pb-3 text-note" role="status">
      {plan.note && <span className="text-embertext">{plan.note}. </span>}
      {plan.changed && plan.state !== 'accepted' && plan.state !== 'running' && (
        <span className="text-embertext">
          {making ? say('a_new_plan_is_being_made') : say('orders_or_fish_have_changed_since')}{' '}
        </span>
      )}
      {handled && (
        <>
          {say('changed_by_hand_than_before', {
            money: formatMoney(Math.round(Math.abs(sum(plan, (f) => worthOf(f.score)) - plan.parent!.value))),
            side: sum(plan, (f) => worthOf(f.score)) >= plan.parent!.value ? say('more') : say('less'),
          })}{' '}
          <button type="button" className="why" onClick={onBack}>
            {say('back_to_the_plan_before')}
          </button>{' '}
        </>
      )}
      {plan.state !== 'running' && (
        <>
          <button type="button" className="why mr-4 min-h-6" onClick={() => onOpen('changes')}>
            {say('what_changed')}
          </button>{' '}
        </>
      )}
      <button type="button" className="why" onClick={() => onOpen('totals')}>
        {say('costs_of_this_plan')}
      </button>
    </p>
  );
}

/** A line by total weight: what it gets, between which weights it counts as filled, and what it lacks. */
function Total({
  line,
  forms,
  gives,
}: {
  line: LineRow;
  forms: FormBook;
  gives: { grams: number; pieces: number };
}) {
  const mass = useMass();
  const short = shortOf(line, gives);
  const [least, most] = windowOf({ forms }, line);
  return (
    <span className="block text-note text-ink3">
      {say('gives_of', {
        amount: mass(gives.grams),
        least: mass(Math.round(least)),
        most: mass(Math.round(most)),
      })}
      {short && 'grams' in short && (
        <span className="text-embertext"> {say('short_by', { amount: mass(short.grams) })}</span>
      )}
    </span>
  );
}

interface LinesProps {
  lines: ReturnType<typeof linesOf>;
  editable: boolean;
  lit: string | null;
  onLight: (line: string | null) => void;
  onAsk: (wanted: Wanted) => void;
}

/** A line less likely than this to come out is told apart. */
const unsure = 0.8;

/** The lines by due time; a line shows where its fish lie. */
export function Lines({ lines, editable, lit, onLight, onAsk }: LinesProps) {
  const { when } = useTimes();
  const forms = useForms();
  const want = useWant();
  return (
    <ul
      className="min-h-0 overflow-y-auto border-r border-line pr-2 pb-4 max-sm:border-0"
      aria-label={say('lines_of_the_plan')}
    >
      {lines.map(({ line, species, filled, offTrim, because, gives, chance }) => (
        <li key={line.id} className="border-b border-line">
          <button
            type="button"
            className={`block w-full px-2 py-1.5 text-left hover:bg-lift ${lit === line.id ? 'bg-lift' : ''}`}
            onMouseEnter={() => onLight(line.id)}
            onMouseLeave={() => onLight(null)}
            onFocus={() => onLight(line.id)}
            onBlur={() => onLight(null)}
            onClick={() => {
              document
                .querySelector(`[data-lines~="${line.id}"]`)
                ?.scrollIntoView({ block: 'nearest', behavior: 'auto' });
              if (!filled && editable && species.fish.length > 0) onAsk({ species, line, from: null });
            }}
          >
            <span className="flex justify-between gap-2">
              <span className="font-figure text-body font-semibold">
                {line.orderNumber} {line.customer}
              </span>
              <span className="shrink-0 text-note text-ink3">{when(line.dueAt)}</span>
            </span>
            <span className="block text-note text-ink2">
              {species.speciesName}, {want(line)}
            </span>
            {offTrim !== null && (
              <span className="block text-note text-ink3">{say('from_what_comes_off_these_fish')}</span>
            )}
            {filled && line.totalGrams !== null && <Total line={line} forms={forms} gives={gives} />}
            {filled && chance !== null && chance < unsure && (
              <span className="block text-note text-ink3">
                {say('likely_to_come_out', { chance: asPercent(chance) })}
              </span>
            )}
            {line.anyWhite && (
              <span className="block text-note text-ink3">
                {say('any_white_fish_this_one', { anyWhite: line.anyWhite })}
              </span>
            )}
            {!filled && because && <span className="block text-note text-embertext">{because}</span>}
          </button>
        </li>
      ))}
    </ul>
  );
}

export interface SpeciesCards {
  species: PlanOfSpecies;
  row: SpeciesRow | undefined;
  cards: ReturnType<typeof cardsOf>;
}
export const cardsOfPlan = (
  plan: CutPlan | null,
  book: ReadonlyMap<string, SpeciesRow>,
  forms: FormBook,
): SpeciesCards[] =>
  (plan?.species ?? []).map((s) => {
    const row = book.get(s.speciesId);
    return { species: s, row, cards: row ? cardsOf(s, row, forms) : [] };
  });

/** Pixels a millimetre: two of the longest fish side by side, where there is room for it. */
export function scaleOf(shown: readonly SpeciesCards[], width: number): number {
  const longest = Math.max(
    300,
    ...shown.flatMap((c) =>
      c.cards.map((k) =>
        c.row ? (bodyOf(c.row, k.fish.condition, k.fish.grams, k.fish.lengthMm)?.totalMm ?? 300) : 300,
      ),
    ),
  );
  return Math.min(0.9, Math.max(0.3, ((width > 640 ? width / 2 : Math.max(320, width)) - 36) / longest));
}

interface CardsProps {
  plan: CutPlan;
  shown: readonly SpeciesCards[];
  perMm: number;
  editable: boolean;
  lit: string | null;
  onLight: (line: string | null) => void;
  onPin: (fish: string[], pinned: boolean) => void;
  onAsk: (wanted: Wanted) => void;
}

/** Each fish that is opened, with its cuts where the knife goes. */
export function Cards({ plan, shown, perMm, editable, lit, onLight, onPin, onAsk }: CardsProps) {
  return (
    <div className="flex flex-wrap items-start gap-x-8">
      {shown.flatMap(({ species, row, cards: mine }) =>
        mine.map((card) => (
          <div key={card.key} data-lines={card.runs.flatMap((r) => (r.line ? [r.line.id] : [])).join(' ')}>
            <FishCard
              card={card}
              speciesName={shortName(species.speciesName)}
              species={row!}
              body={bodyOf(row!, card.fish.condition, card.fish.grams, card.fish.lengthMm)}
              perMm={perMm}
              lit={lit}
              onLight={onLight}
              pinned={card.ids.every((id) => plan.pinned.includes(id))}
              onPin={
                editable
                  ? () => {
                      const all = card.ids.every((id) => plan.pinned.includes(id));
                      onPin([...card.ids], !all);
                    }
                  : null
              }
              onMove={
                editable
                  ? (id) => {
                      const line = species.lines.find((l) => l.id === id);
                      if (line) onAsk({ species, line, from: card.fish.id });
                    }
                  : null
              }
            />
          </div>
        )),
      )}
    </div>
  );
}

/** The first line no fish is found for, and how many more. */
export function Unmet({ lines }: { lines: ReturnType<typeof linesOf> }) {
  const { when } = useTimes();
  const want = useWant();
  const unmet = lines.filter((l) => !l.filled && l.species.found);
  if (unmet.length === 0) return null;
  return (
    <p className="flex items-baseline gap-2 border-t border-line py-2">
      <Lozenge />
      <span>
        <strong className="font-figure text-row font-semibold text-embertext">
          {say('order_cannot_be_met', { orderNumber: unmet[0]!.line.orderNumber })}
        </strong>{' '}
        <span className="text-ink2">
          {unmet[0]!.species.speciesName}, {want(unmet[0]!.line)}, {unmet[0]!.line.customer},{' '}
          {when(unmet[0]!.line.dueAt)}. {unmet[0]!.because}.
          {unmet.length > 1 && ` ${say('more_like_it_on_the_left', { unmet: unmet.length - 1 })}`}
        </span>
      </span>
    </p>
  );
}
