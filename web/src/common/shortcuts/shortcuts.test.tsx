/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { act, fireEvent, render, renderHook, screen, waitFor } from '@testing-library/react';
import { createRoot } from 'react-dom/client';
import { keyNames, listenForShortcuts, setSingleKeyMode, useListedShortcuts, useShortcuts } from './shortcuts.ts';

let stop: () => void;
beforeEach(() => {
  stop = listenForShortcuts();
});
afterEach(() => stop());

/** A room with one shortcut, and the things of a page that a key can mean something to. */
function Room({ name, shortcut, mod = false, onRun }: { name: string; shortcut: string; mod?: boolean; onRun: () => void }) {
  useShortcuts(name, [{ key: shortcut, mod, says: `does it in ${name}`, run: onRun }]);
  return (
    <div>
      <input aria-label="a text" />
      <button type="button">a button</button>
      <input type="radio" aria-label="a choice" />
      <div role="dialog">
        <button type="button">in a dialog</button>
      </div>
    </div>
  );
}

/** Keys that follow at once come from a scanner: lets a moment pass. */
const later = (): void => {
  const began = performance.now();
  while (performance.now() - began < 30);
};

/** Presses a key, with the keyboard on a thing of the page. @returns whether it was taken. */
const press = (key: string, on: Element = document.body, more: object = {}): boolean => !fireEvent.keyDown(on, { key, ...more });

describe('a shortcut', () => {
  it('works while its room is there, and is listed', () => {
    const run = jest.fn();
    const listed = renderHook(() => useListedShortcuts());
    const { unmount } = render(<Room name="bench" shortcut="e" onRun={run} />);
    expect(press('e')).toBe(true);
    expect(listed.result.current.map(({ room }) => room)).toEqual(['bench']);
    act(unmount);
    expect(press('e')).toBe(false);
    expect([run.mock.calls.length, listed.result.current]).toEqual([1, []]);
  });

  it('is the room’s that came last, and the one before gets it back', () => {
    const [page, panel] = [jest.fn(), jest.fn()];
    render(<Room name="page" shortcut="e" onRun={page} />);
    const { unmount } = render(<Room name="panel" shortcut="e" onRun={panel} />);
    press('e');
    act(unmount);
    later();
    press('e');
    expect([page.mock.calls.length, panel.mock.calls.length]).toEqual([1, 1]);
  });

  it('does what was drawn last', () => {
    const [before, after] = [jest.fn(), jest.fn()];
    const { rerender } = render(<Room name="bench" shortcut="e" onRun={before} />);
    rerender(<Room name="bench" shortcut="e" onRun={after} />);
    press('e');
    expect([before.mock.calls.length, after.mock.calls.length]).toEqual([0, 1]);
  });

  it('does what is drawn, as soon as it is seen', async () => {
    const [before, after] = [jest.fn(), jest.fn()];
    const place = document.body.appendChild(document.createElement('div'));
    // drawn as an answer of the server is: nobody waits for it
    Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: false });
    const root = createRoot(place);
    const Page = ({ isReady }: { isReady: boolean }) => {
      useShortcuts('desk', [{ key: 'r', says: '', run: isReady ? after : before }]);
      return <p>{isReady ? 'ready' : 'not yet'}</p>;
    };
    root.render(<Page isReady={false} />);
    await waitFor(() => expect(place.textContent).toBe('not yet'));
    const pressed = new Promise<void>((resolve) => {
      new MutationObserver(() => {
        press('r');
        resolve();
      }).observe(place, { subtree: true, characterData: true, childList: true });
    });
    root.render(<Page isReady />);
    await pressed;
    expect([before.mock.calls.length, after.mock.calls.length]).toEqual([0, 1]);
    root.unmount();
    place.remove();
    Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: true });
  });

  it('leaves letters to texts and to what lies over the page, unless it is pressed with Ctrl or Command', () => {
    const [letter, withCtrl] = [jest.fn(), jest.fn()];
    render(<Room name="a" shortcut="e" onRun={letter} />);
    expect(press('e', screen.getByLabelText('a text'))).toBe(false);
    expect(press('e', screen.getByText('in a dialog'))).toBe(false);
    expect(press('e', document.body, { ctrlKey: true })).toBe(false);
    expect(letter).not.toHaveBeenCalled();
    render(<Room name="b" shortcut="Enter" mod onRun={withCtrl} />);
    expect(press('Enter', screen.getAllByLabelText('a text')[0], { ctrlKey: true })).toBe(true);
    expect(press('Enter', document.body, { metaKey: true })).toBe(true);
    expect(withCtrl).toHaveBeenCalledTimes(2);
  });

  it('leaves Space to a button and arrows to a choice that have the keyboard', () => {
    const run = jest.fn();
    render(<Room name="a" shortcut=" " onRun={run} />);
    render(<Room name="b" shortcut="ArrowRight" onRun={run} />);
    expect(press(' ', screen.getAllByText('a button')[0])).toBe(false);
    expect(press('ArrowRight', screen.getAllByLabelText('a choice')[0])).toBe(false);
    expect([press(' '), press('ArrowRight'), run.mock.calls.length]).toEqual([true, true, 2]);
  });

  it('is out of a text by Escape, so that letters are shortcuts again', () => {
    render(<Room name="a" shortcut="e" onRun={() => undefined} />);
    const text = screen.getByLabelText('a text');
    text.focus();
    press('Escape', text);
    expect(document.activeElement).toBe(document.body);
  });

  it('is written as on the keys, in the mode that is chosen; null if that switches it off', () => {
    const named = (key: string, more: object = {}, mode?: 'alone' | 'withAlt' | 'off') =>
      keyNames({ key, says: '', run: () => undefined, ...more }, mode);
    expect([named(' '), named('Enter', { mod: true }), named('n', { alt: true }), named('e'), named('B'), named('F8')]).toEqual([
      'Space',
      'Ctrl Enter',
      'Alt N',
      'E',
      'Shift B',
      'F8',
    ]);
    expect([named('e', {}, 'withAlt'), named('B', {}, 'withAlt'), named('F8', {}, 'withAlt')]).toEqual(['Alt E', 'Alt Shift B', 'F8']);
    expect([named('e', {}, 'off'), named('?', {}, 'off'), named('z', { mod: true }, 'off')]).toEqual([null, null, 'Ctrl Z']);
  });

  it('means the letter of the key: with Caps Lock, with Shift, and on a layout with other letters', () => {
    const [small, large] = [jest.fn(), jest.fn()];
    render(<Room name="a" shortcut="e" onRun={small} />);
    render(<Room name="b" shortcut="E" onRun={large} />);
    // Caps Lock turns the letter round, and Shift with it turns it back: neither means another key
    press('E', document.body, { shiftKey: false });
    expect([small.mock.calls.length, large.mock.calls.length]).toEqual([1, 0]);
    later();
    press('e', document.body, { shiftKey: true });
    expect([small.mock.calls.length, large.mock.calls.length]).toEqual([1, 1]);
    later();
    press('у', document.body, { code: 'KeyE' });
    expect(small).toHaveBeenCalledTimes(2);
    later();
    // a key held down does its work once; what is written with an input method is text
    press('e', document.body, { repeat: true });
    press('e', document.body, { isComposing: true });
    expect(small).toHaveBeenCalledTimes(2);
  });

  it('is not pressed by a scanner or by dictation that writes a word into the page', () => {
    const run = jest.fn();
    render(<Room name="a" shortcut="n" onRun={run} />);
    later();
    for (const letter of 'seven') press(letter);
    expect(run).not.toHaveBeenCalled();
    later();
    press('n');
    expect(run).toHaveBeenCalledTimes(1);
  });

  it('needs Alt, or does nothing, if that is chosen; what is pressed with Ctrl or Alt stays', () => {
    const [letter, withCtrl, withAlt] = [jest.fn(), jest.fn(), jest.fn()];
    render(<Room name="a" shortcut="e" onRun={letter} />);
    render(<Room name="b" shortcut="Enter" mod onRun={withCtrl} />);
    const AltRoom = () => {
      useShortcuts('c', [{ key: 'n', alt: true, says: '', run: withAlt }]);
      return null;
    };
    render(<AltRoom />);
    setSingleKeyMode('withAlt');
    expect([press('e'), press('e', document.body, { altKey: true })]).toEqual([false, true]);
    setSingleKeyMode('off');
    later();
    expect([press('e'), press('e', document.body, { altKey: true }), letter.mock.calls.length]).toEqual([false, false, 1]);
    // Alt makes another character of the letter on some systems
    expect(press('˜', document.body, { altKey: true, code: 'KeyN' })).toBe(true);
    expect(press('Dead', document.body, { altKey: true, code: 'KeyN' })).toBe(true);
    expect(press('Enter', document.body, { ctrlKey: true })).toBe(true);
    expect([withCtrl.mock.calls.length, withAlt.mock.calls.length]).toEqual([1, 2]);
    setSingleKeyMode('alone');
  });

  it('with Ctrl is left to a text if that has a use for it', () => {
    const run = jest.fn();
    const UndoRoom = () => {
      useShortcuts('a', [{ key: 'z', mod: true, outsideFields: true, says: '', run }]);
      return <input aria-label="a text" />;
    };
    render(<UndoRoom />);
    expect(press('z', screen.getByLabelText('a text'), { ctrlKey: true })).toBe(false);
    expect(press('z', document.body, { ctrlKey: true })).toBe(true);
    expect(run).toHaveBeenCalledTimes(1);
  });
});
