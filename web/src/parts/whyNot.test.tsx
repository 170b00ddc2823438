import { fireEvent, render, screen } from '@testing-library/react';
import { Provider } from 'react-redux';
import { expect, it, vi } from 'vitest';
import { store } from '../app/store.ts';
import { Button } from './Button.tsx';
import { Dialog } from './Dialog.tsx';

const said = () => screen.queryByText('say the price');

/* A glove has no pointer to rest on a button until its title shows: what cannot be pressed says why at a touch. */
it.each(['pointerDown', 'keyDown', 'scroll', 'resize'] as const)(
  'a button that cannot be pressed yet says why at a press, until %s',
  (sign) => {
    const press = vi.fn();
    render(
      <Button onPress={press} notYet="say the price">
        Sell
      </Button>,
    );
    expect(said()).toBeNull();
    fireEvent.click(screen.getByRole('button', { name: 'Sell' }));
    expect(said()).not.toBeNull();
    fireEvent[sign](window);
    expect(said()).toBeNull();
    expect(press).not.toHaveBeenCalled();
  },
);

it('says it at its key too, and no more once it can be pressed; one that is only busy says nothing', () => {
  const press = vi.fn();
  const button = (notYet: string | null, busy = false) => (
    <Button hotkey="f" onPress={press} notYet={notYet} busy={busy}>
      Sell
    </Button>
  );
  const { rerender } = render(button('say the price'));
  fireEvent.keyDown(document.body, { key: 'f' });
  expect(said()).not.toBeNull();
  rerender(button(null));
  expect(said()).toBeNull();
  rerender(button(null, true));
  fireEvent.click(screen.getByRole('button', { name: /Sell/ }));
  expect(document.body.textContent).not.toContain('say the price');
  expect(press).not.toHaveBeenCalled();
});

it('leaves the dialog it stands in open, and in a form is what Enter in a field finds', () => {
  const [close, submit] = [vi.fn(), vi.fn()];
  render(
    <Provider store={store}>
      <Dialog open title="Sell it" onClose={close}>
        <form onSubmit={submit}>
          <input aria-label="Price" />
          <Button submit notYet="say the price">
            Sell
          </Button>
        </form>
      </Dialog>
    </Provider>,
  );
  fireEvent.click(screen.getByRole('button', { name: 'Sell' }));
  fireEvent.pointerDown(said()!);
  fireEvent.click(said() ?? document.body);
  expect(close).not.toHaveBeenCalled();
  expect(submit).not.toHaveBeenCalled();
});
