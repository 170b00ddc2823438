import { useLocation, useNavigate } from 'react-router';
import { Button } from '../parts/Button.tsx';
import { say } from './say.ts';

/** An address that leads nowhere: which one it was, and the ways on. */
export function NotFound() {
  const go = useNavigate();
  const { pathname } = useLocation();
  return (
    <div className="max-w-[60ch] pt-4">
      <h1 className="text-head max-sm:text-big">{say('nothing_at_this_address')}</h1>
      <p className="py-3 break-words text-ink2">{say('there_is_no_page', { pathname })}</p>
      <div className="flex gap-3">
        <Button kind="main" onPress={() => void go('/landing')}>
          {say('go_to_landing')}
        </Button>
        <Button onPress={() => void go(-1)}>{say('back')}</Button>
      </div>
    </div>
  );
}
