import { routes } from '@ember-slate/contract/routes';
import { useChange, useRead } from '../../app/api.ts';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Waiting } from '../../parts/Waiting.tsx';
import { Refused } from '../../parts/Refused.tsx';
import { say } from './say.ts';

/** The closing as those see it who clean and check: their signatures, no money. */
export function HandsClose({ day }: { day: string }) {
  const { time } = useTimes();
  const { data: checks, problem: away, refetch } = useRead(routes.close.toSign, { params: { day } });
  const { send, busy, problem } = useChange(routes.close.sign);
  if (!checks) return <Waiting problem={away} onRetry={refetch} />;
  const open = checks.filter((c) => c.signed === null).length;
  const sign = async (checkId: string) => {
    await send({ checkId, note: '' }, { day });
  };
  return (
    <div className="max-w-[760px]">
      <h1 className="text-head">
        {open === 0 ? say('every_check_is_signed') : say('checks_to_sign', { open })}
      </h1>
      <p className="pb-3 text-ink2">{say('the_manager_closes_the_day_costs')}</p>
      <Refused problem={problem} />
      <ul>
        {checks.map((c) => (
          <li key={c.id} className="flex min-h-14 items-center gap-3 border-t border-line py-1">
            <span className="min-w-0 flex-1 text-label">{c.words}</span>
            {c.signed ? (
              <span className="text-ink2">
                {c.signed.by}, {time(c.signed.at)}
              </span>
            ) : (
              <Button busy={busy} onPress={() => void sign(c.id)}>
                {say('done_sign')}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}
