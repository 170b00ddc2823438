import { inWords } from '@ember-slate/words/core';
import type { Grade } from '@ember-slate/core/freshness';
import { say } from './say.ts';

/** Signs that stand apart from the others, each with its usual harmless causes: a person looks again. */
export function AtOdds({ result }: { result: Grade }) {
  return result.atOdds.map((o) => (
    <div key={o.signId} className="mb-2 border-t-[1.5px] border-emberline pt-1">
      <h2 className="text-label text-embertext">
        {say('at_odds_look_again', { sign: result.votes.find((v) => v.sign.id === o.signId)!.sign.name })}
      </h2>
      <p className="text-note">{inWords(o.advice)}</p>
    </div>
  ));
}
