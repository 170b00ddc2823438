import { fireEvent, render } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { Button } from '../parts/Button.tsx';
import { useKeys } from './keys.ts';
import { setPrefs, store } from './store.ts';

const space = vi.fn();
const enter = vi.fn();
const letter = vi.fn();
function Screen({ dialog = false }: { dialog?: boolean }) {
  useKeys({ ' ': space, Enter: enter, n: letter });
  return (
    <>
      <input aria-label="typed" />
      <input type="checkbox" aria-label="ticked" />
      <button type="button">tapped</button>
      {dialog && <div role="dialog" />}
    </>
  );
}
const calls = () => [space, enter, letter].map((f) => f.mock.calls.length);
afterEach(() => void vi.clearAllMocks());

describe('keys of the whole screen', () => {
  it('act wherever the hand is, in either case', () => {
    render(<Screen />);
    for (const key of [' ', 'Enter', 'n', 'N']) fireEvent.keyDown(document.body, { key });
    expect(calls()).toEqual([1, 1, 2]);
  });

  it('rest while someone types, while a dialog is open, and with a modifier', () => {
    const { getByLabelText, rerender } = render(<Screen />);
    fireEvent.keyDown(getByLabelText('typed'), { key: 'n' });
    fireEvent.keyDown(document.body, { key: 'n', ctrlKey: true });
    fireEvent.keyDown(document.body, { key: 'n', altKey: true });
    rerender(<Screen dialog />);
    fireEvent.keyDown(document.body, { key: 'n' });
    expect(calls()).toEqual([0, 0, 0]);
  });

  it('of letters, digits and signs alone rest on a device that wants them to; the space bar does not', () => {
    render(<Screen />);
    store.dispatch(setPrefs({ keys: false }));
    for (const key of [' ', 'Enter', 'n', 'N']) fireEvent.keyDown(document.body, { key });
    expect(calls()).toEqual([1, 1, 0]);
    store.dispatch(setPrefs({ keys: true }));
    fireEvent.keyDown(document.body, { key: 'n' });
    expect(calls()).toEqual([1, 1, 1]);
  });

  it('leave Space and Enter to a control reached by Tab, and take them back after a tap', () => {
    const { getByText, getByLabelText } = render(<Screen />);
    fireEvent.keyDown(document.body, { key: 'Tab' });
    fireEvent.keyDown(getByText('tapped'), { key: ' ' });
    fireEvent.keyDown(getByLabelText('ticked'), { key: 'Enter' });
    expect(calls()).toEqual([0, 0, 0]);
    fireEvent.pointerDown(getByText('tapped'));
    fireEvent.keyDown(getByText('tapped'), { key: ' ' });
    fireEvent.keyDown(getByText('tapped'), { key: 'Enter' });
    expect(calls()).toEqual([1, 1, 0]);
    fireEvent.keyDown(document.body, { key: 'Tab' });
    fireEvent.keyDown(getByText('tapped'), { key: ' ' });
    expect(calls()).toEqual([1, 1, 0]);
  });
});

describe('a button with its key', () => {
  it('is pressed by it, unless it is off, busy or gone', () => {
    const press = vi.fn();
    const { rerender, unmount } = render(
      <Button hotkey="F" onPress={press}>
        Mark the rest fresh
      </Button>,
    );
    fireEvent.keyDown(document.body, { key: 'f' });
    expect(press).toHaveBeenCalledTimes(1);
    rerender(
      <Button hotkey="F" onPress={press} notYet="not yet">
        Mark the rest fresh
      </Button>,
    );
    fireEvent.keyDown(document.body, { key: 'f' });
    rerender(
      <Button hotkey="F" onPress={press} busy>
        Mark the rest fresh
      </Button>,
    );
    fireEvent.keyDown(document.body, { key: 'f' });
    unmount();
    fireEvent.keyDown(document.body, { key: 'f' });
    expect(press).toHaveBeenCalledTimes(1);
  });

  it('stays focusable while it is off and says why', () => {
    const press = vi.fn();
    const { getByText } = render(
      <Button notYet="the bag is empty" onPress={press}>
        Paid
      </Button>,
    );
    const button = getByText('Paid');
    fireEvent.click(button);
    expect(press).not.toHaveBeenCalled();
    expect(button.getAttribute('aria-disabled')).toBe('true');
    expect(button.hasAttribute('disabled')).toBe(false);
    expect(button.title).toBe('the bag is empty');
  });
});
