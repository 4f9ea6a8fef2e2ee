/** @jest-environment jsdom */
import { keepFocus } from './focusKeeper.ts';

let stop: () => void;
const pause = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
const button = (name: string): HTMLButtonElement => {
  const found = document.querySelector<HTMLButtonElement>(`#${name}`);
  if (!found) throw new Error(`no ${name}`);
  return found;
};

beforeEach(() => {
  document.body.innerHTML = `<header><button id="help"></button></header>
    <main id="main" tabindex="-1"><button id="first"></button><ul><li><button id="second"></button></li><li><button id="third"></button></li></ul></main>`;
  stop = keepFocus(() => document.getElementById('main'));
});
afterEach(() => stop());

describe('the focus', () => {
  it('goes to what came next when its control disappears, and to what came before when there is nothing after it', async () => {
    button('second').focus();
    button('second').parentElement?.remove();
    await pause(100);
    expect(document.activeElement).toBe(button('third'));
    button('third').remove();
    await pause(100);
    expect(document.activeElement).toBe(button('first'));
  });

  it('comes back to a control that was only busy, and moves on from one that stays switched off', async () => {
    button('second').focus();
    button('second').blur();
    button('second').disabled = true;
    await pause(100);
    button('second').disabled = false;
    await pause(100);
    expect(document.activeElement).toBe(button('second'));
    button('second').blur();
    button('second').disabled = true;
    await pause(1_000);
    expect(document.activeElement).toBe(button('third'));
  });

  it('goes back to what opened a dialog that is gone, and to the main part if nothing is left', async () => {
    button('second').focus();
    const dialog = document.createElement('div');
    dialog.setAttribute('role', 'dialog');
    dialog.innerHTML = '<button id="close"></button>';
    document.body.append(dialog);
    button('close').focus();
    dialog.remove();
    await pause(100);
    expect(document.activeElement).toBe(button('second'));
    for (const name of ['first', 'second', 'third', 'help']) button(name).remove();
    await pause(100);
    expect(document.activeElement?.id).toBe('main');
  });

  it('goes to no text field after a tap, so that no keyboard opens on a telephone; with the keyboard it does', async () => {
    const second = button('second');
    second.insertAdjacentHTML('afterend', '<input id="text" />');
    second.focus();
    second.dispatchEvent(new MouseEvent('pointerdown', { bubbles: true }));
    second.remove();
    await pause(100);
    expect(document.activeElement).toBe(button('third'));
    button('third').dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter', bubbles: true }));
    button('first').focus();
    button('first').remove();
    await pause(100);
    expect(document.activeElement?.id).toBe('text');
  });

  it('is left alone where somebody moved it on purpose, or let it go', async () => {
    button('first').focus();
    button('first').remove();
    button('help').focus();
    await pause(100);
    expect(document.activeElement).toBe(button('help'));
    button('second').focus();
    document.body.dispatchEvent(new MouseEvent('pointerdown', { bubbles: true }));
    button('second').blur();
    button('third').remove();
    await pause(100);
    expect(document.activeElement).toBe(document.body);
  });
});
