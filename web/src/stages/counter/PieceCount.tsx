import { say } from './say.ts';
/** How many pieces lie on the pan. */
export function PieceCount({
  pieces,
  most,
  onChange,
}: {
  pieces: number;
  most: number;
  onChange: (n: number) => void;
}) {
  return (
    <div className="flex shrink-0 items-center gap-1.5" role="group" aria-label={say('pieces_on_the_pan')}>
      <button
        type="button"
        className="btn h-12 w-11 px-0"
        aria-label={say('one_piece_less')}
        onClick={() => onChange(Math.max(1, pieces - 1))}
      >
        −
      </button>
      <output className="w-12 text-center font-figure text-row font-semibold">
        {pieces}
        <span className="block text-note leading-3 font-normal text-ink3">
          {pieces === 1 ? say('piece') : say('pieces')}
        </span>
      </output>
      <button
        type="button"
        className="btn h-12 w-11 px-0"
        aria-label={say('one_piece_more')}
        onClick={() => onChange(Math.min(most, pieces + 1))}
      >
        +
      </button>
    </div>
  );
}
