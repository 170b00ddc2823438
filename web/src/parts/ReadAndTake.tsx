import { Button } from './Button.tsx';
import { say } from './say.ts';

interface Props {
  text: string;
  /** Whether this text was read; what is wrong with it counts lines then. */
  read: boolean;
  wrong: number;
  busy: boolean;
  /** What taking it is called. */
  take: string;
  onRead: () => void;
  onTake: () => void;
  onLeave: () => void;
}

/** Under a pasted list: read it first, then take it, once no line of it is wrong. */
export function ReadAndTake({ text, read, wrong, busy, take, onRead, onTake, onLeave }: Props) {
  const mend = wrong > 0 ? say('lines_must_be_mended', { wrong }) : null;
  return (
    <>
      <div className="flex flex-wrap gap-3 pt-3">
        {read ? (
          <Button kind="main" busy={busy} notYet={mend} onPress={onTake}>
            {take}
          </Button>
        ) : (
          <Button
            kind="main"
            busy={busy}
            notYet={text.trim() === '' ? say('paste_the_list_first') : null}
            onPress={onRead}
          >
            {say('read_the_list')}
          </Button>
        )}
        <Button onPress={onLeave}>{say('cancel')}</Button>
      </div>
      {mend && <p className="pt-2 text-note text-embertext">{mend}</p>}
    </>
  );
}
