import { routes } from '@ember-slate/contract/routes';
import { useChange, useRead } from '../../app/api.ts';
import { useNotify } from '../../app/notify.ts';
import { Button } from '../../parts/Button.tsx';
import { formatMoney } from '../../parts/money.ts';
import type { LineRow, PlanOfSpecies } from './pieces.ts';
import { say } from './say.ts';

interface Props {
  planId: number;
  species: PlanOfSpecies;
  line: LineRow;
  onClose: () => void;
}

/** What the plan would be worth without a line, in words. */
function priceWords(gain: number | null): string {
  if (gain === null) return say('working_out_what_it_is_worth');
  if (gain < 1) return say('letting_it_go_gains_nothing');
  return say('letting_it_go_gains', { money: formatMoney(gain) });
}

/** An order comes before the counter. Only a person lets a line go, and is told what that is worth. */
export function LetGo({ planId, species, line, onClose }: Props) {
  const gone = line.letGoBy !== null;
  const letGo = useChange(routes.plan.letGo);
  const said = useNotify();
  const { data, problem } = useRead(routes.plan.price, {
    params: { id: planId },
    query: { speciesId: species.speciesId, line: line.id },
    skip: gone,
  });
  const send = async () => {
    const done = await letGo.send({ version: line.version, letGo: !gone }, { id: line.lineId });
    said(done, gone ? say('it_is_wanted_again') : say('let_go_tell', { customer: line.customer }));
    if (done.ok) onClose();
  };
  return (
    <div className="flex flex-wrap items-center justify-between gap-3 border-t-[1.5px] border-ink pt-3">
      <p className="min-w-0 flex-1 text-note text-ink2">
        {gone
          ? say('let_go_by_no_fish_is_cut', { name: line.letGoBy! })
          : (problem?.detail ?? priceWords(data ? Math.round(data.gain) : null))}
      </p>
      <Button busy={letGo.busy} onPress={() => void send()}>
        {gone ? say('cut_it_after_all') : say('let_it_go')}
      </Button>
    </div>
  );
}
