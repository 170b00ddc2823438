import { useNavigate } from 'react-router';
import { Button } from '../parts/Button.tsx';

/** A screen that broke: what was saved is safe, and the way on. */
export function Broken() {
  const go = useNavigate();
  return (
    <main className="p-10" role="alert">
      <h1 className="text-head">This screen broke</h1>
      <p className="max-w-[60ch] py-3 text-ink2">
        What was taken, recorded or sold before is safe in the shop’s records, and what you typed into a form
        is kept on this screen.
      </p>
      <div className="flex gap-3">
        <Button kind="main" onPress={() => window.location.reload()}>
          Open it again
        </Button>
        <Button onPress={() => void go('/landing')}>Go to Landing</Button>
      </div>
    </main>
  );
}
