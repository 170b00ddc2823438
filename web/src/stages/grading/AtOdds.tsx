import type { Grade } from '@ember-slate/core/freshness';

/** Signs that stand apart from the others, each with its usual harmless causes: a person looks again. */
export function AtOdds({ result }: { result: Grade }) {
  return result.atOdds.map((o) => (
    <div key={o.signId} className="mb-2 border-t-[1.5px] border-emberline pt-1">
      <h2 className="text-label text-embertext">
        {result.votes.find((v) => v.sign.id === o.signId)!.sign.name} at odds: look again
      </h2>
      <p className="text-note">{o.advice}</p>
    </div>
  ));
}
