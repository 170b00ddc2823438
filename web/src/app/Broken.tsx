import { useNavigate } from 'react-router';
import { Button } from '../parts/Button.tsx';
import { say } from './say.ts';

/** A screen that broke: what was saved is safe, and the way on. */
export function Broken() {
  const go = useNavigate();
  return (
    <main className="p-10" role="alert">
      <h1 className="text-head">{say('this_screen_broke')}</h1>
      <p className="max-w-[60ch] py-3 text-ink2">{say('what_was_taken_recorded_or_sold')}</p>
      <div className="flex gap-3">
        <Button kind="main" onPress={() => window.location.reload()}>
          {say('open_it_again')}
        </Button>
        <Button onPress={() => void go('/landing')}>{say('go_to_landing')}</Button>
      </div>
    </main>
  );
}
