import { contract } from '@ember-slate/contract';
import { useChange, useRead } from '../../app/api.ts';
import { useNotify } from '../../app/notify.ts';
import { useTimes } from '../../app/shop.tsx';
import { Button } from '../../parts/Button.tsx';
import { Waiting } from '../../parts/Waiting.tsx';

const words = { in: 'signed in', wrong: 'wrong PIN', waiting: 'had to wait' } as const;

/** Who signed in from where, who tried to, and who has to wait; for the manager. */
export default function SignIns() {
  const { data, problem, refetch } = useRead(contract.people.signIns);
  const release = useChange(contract.people.release);
  const said = useNotify();
  const { when } = useTimes();
  if (!data) return <Waiting problem={problem} onRetry={refetch} />;
  const wrong = data.tries.filter((t) => t.outcome !== 'in').length;
  return (
    <div className="max-w-[820px]">
      <h1 className="text-head">
        {wrong === 0
          ? 'Nobody gave a wrong PIN in two weeks'
          : `${wrong} wrong ${wrong === 1 ? 'PIN' : 'PINs'} in two weeks`}
      </h1>
      <p className="pb-3 text-ink2">
        Wrong PINs make their screen wait, longer each time. A stranger’s screen never makes yours wait.
      </p>
      {data.waiting.length > 0 && (
        <section aria-label="Who has to wait" className="pb-4">
          {data.waiting.map((w) => (
            <div
              key={`${w.staffId} ${w.address}`}
              className="flex items-center gap-4 border-t border-line py-2"
            >
              <span className="flex-1">
                <span className="font-figure text-label font-semibold">{w.name}</span> has to wait until{' '}
                {when(w.until)} {w.address === '' ? 'at every screen not used before' : `at ${w.address}`},
                after {w.failures} wrong PINs
              </span>
              <Button
                small
                onPress={() =>
                  void release
                    .send(undefined, { id: w.staffId })
                    .then((outcome) => said(outcome, `${w.name} may try again`))
                    .then(() => refetch())
                }
              >
                Let them try again
              </Button>
            </div>
          ))}
        </section>
      )}
      <table className="w-full text-left">
        <caption className="sr-only">Sign-ins of two weeks</caption>
        <thead>
          <tr className="text-note text-ink2">
            <th scope="col">When</th>
            <th scope="col">Who</th>
            <th scope="col">From</th>
            <th scope="col">What</th>
          </tr>
        </thead>
        <tbody>
          {data.tries.map((t, i) => (
            <tr key={`${t.at} ${i}`} className="border-t border-line">
              <td className="py-1">{when(t.at)}</td>
              <td>{t.name ?? 'a name that is none of ours'}</td>
              <td className="font-figure">{t.address}</td>
              <td className={t.outcome === 'in' ? '' : 'font-semibold'}>{words[t.outcome]}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {data.tries.length === 0 && <p className="text-ink2">Nobody signed in yet.</p>}
    </div>
  );
}
