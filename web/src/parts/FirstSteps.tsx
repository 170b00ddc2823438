import type { AnswerOf, contract, FirstStep } from '@ember-slate/contract';
import { routes } from '@ember-slate/contract/routes';
import { Link } from 'react-router';
import { useChange, useRead } from '../app/api.ts';
import { useShop } from '../app/shop.tsx';
import { Button } from './Button.tsx';
import { say } from './say.ts';

const words: Record<FirstStep, { name: string; why: string; to: string }> = {
  shop: { name: say('step_shop'), why: say('step_shop_why'), to: '/settings?what=shop' },
  owner: { name: say('step_owner'), why: say('step_owner_why'), to: '/people' },
  opening: { name: say('step_opening'), why: say('step_opening_why'), to: '/settings?what=opening' },
  rules: { name: say('step_rules'), why: say('step_rules_why'), to: '/rules' },
  species: { name: say('step_species'), why: say('step_species_why'), to: '/species?what=sold' },
  people: { name: say('step_people'), why: say('step_people_why'), to: '/people?who=new' },
  devices: { name: say('step_devices'), why: say('step_devices_why'), to: '/settings?what=devices' },
  suppliers: { name: say('step_suppliers'), why: say('step_suppliers_why'), to: '/landing?delivery=new' },
  prices: { name: say('step_prices'), why: say('step_prices_why'), to: '/close/costs' },
  stock: { name: say('step_stock'), why: say('step_stock_why'), to: '/landing?delivery=new' },
};

type Step = AnswerOf<typeof contract.settings.steps>[number];

function Row({ step, state }: Step) {
  const { send, busy } = useChange(routes.settings.leaveStep);
  const { name, why, to } = words[step];
  const leave = (on: boolean) => void send({ step, leave: on });
  return (
    <li className="flex min-h-11 items-center gap-4 border-t border-line">
      <span className="min-w-0 flex-1">
        <Link className="why font-figure text-label font-semibold" to={to}>
          {name}
        </Link>
        <span className="block text-note text-ink2">{state === 'left' ? say('left_for_now') : why}</span>
      </span>
      <Button small busy={busy} onPress={() => leave(state === 'open')}>
        {state === 'open' ? say('leave_it') : say('take_it_up')}
      </Button>
    </li>
  );
}

/**
 * What a new shop has still to do before its first sale, for its manager; nothing once all is done or left. `all` shows
 * what was left too, to be taken up again; `brief` is one line, where work needs the room.
 */
export function FirstSteps({ all = false, brief = false }: { all?: boolean; brief?: boolean }) {
  const { shop, me } = useShop();
  const mine = me.role === 'manager' && !shop.sample;
  const { data } = useRead(routes.settings.steps, { skip: !mine });
  const steps = (mine ? (data ?? []) : []).filter((s) => s.state === 'open' || (all && s.state === 'left'));
  if (steps.length === 0) return null;
  const open = steps.filter((s) => s.state === 'open').length;
  if (brief)
    return (
      <p className="pb-2">
        <Link className="why" to="/settings">
          {say('steps_before_the_first_sale', { open })}
        </Link>
      </p>
    );
  return (
    <section className="max-w-[860px] pb-5" aria-label={say('before_the_first_sale')}>
      <h2 className="text-big">
        {open > 0 ? say('steps_before_the_first_sale', { open }) : say('steps_left_for_now')}
      </h2>
      <p className="pb-1 text-label text-ink2">{say('in_any_order')}</p>
      <ul>
        {steps.map((s) => (
          <Row key={s.step} {...s} />
        ))}
      </ul>
    </section>
  );
}
