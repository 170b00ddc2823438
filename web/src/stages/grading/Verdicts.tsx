import type { Grading, Lot } from './useGrading.ts';
import type { Verdict } from '@ember-slate/core/freshness';
import { VerdictPanel } from './VerdictPanel.tsx';
import { routes } from '@ember-slate/contract/routes';
import { notify, useAppDispatch } from '../../app/store.ts';
import { say } from './say.ts';
import { useChange } from '../../app/api.ts';
import { useKept } from '../../app/draft.ts';
import { useNavigate } from 'react-router';
import { verdictNames } from './words.ts';

/** The verdict the hand puts its name to: the proposed one, or another with its reason. */
export function Verdicts({ of, lot }: { of: Grading; lot: Lot }) {
  const dispatch = useAppDispatch();
  const go = useNavigate();
  const [verdict, setVerdict] = useKept<Verdict | null>(of.kept, 'verdict', null);
  const [why, setWhy] = useKept(of.kept, 'why', '');
  const { send, busy, problem } = useChange(routes.grading.record);
  const { result, started, looked, wanted } = of;
  const chosen = verdict ?? result?.verdict ?? null;
  const missing = looked.length < wanted;
  async function record() {
    if (!started || chosen === null || busy) return;
    const outcome = await send(
      {
        scheme: of.scheme.id,
        schemeVersion: of.scheme.version,
        observed: of.seen,
        fish: looked,
        coreTenths: of.coreTenths,
        temperatureHistory: of.history,
        foreignSmell: of.foreign,
        verdict: chosen,
        overrideReason: why,
      },
      { id: lot.id },
    );
    if (!outcome.ok) return;
    of.kept.forget();
    const verdictName = verdictNames[outcome.data.verdict].toLowerCase();
    dispatch(
      notify({ text: say('recorded', { code: lot.code, verdictNames: verdictName }), problem: false }),
    );
    void go('/grading');
  }
  return (
    <VerdictPanel
      result={started ? result : null}
      chosen={chosen}
      onChoose={setVerdict}
      why={why}
      onWhy={setWhy}
      asksWhy={started && result !== null && (chosen !== result.verdict || (missing && chosen !== 'reject'))}
      missing={missing ? say('of_fish_looked_at', { looked: looked.length, wanted }) : null}
      problem={problem}
      busy={busy}
      onRecord={() => void record()}
    />
  );
}
