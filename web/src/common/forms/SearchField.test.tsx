/** @jest-environment jsdom */
import { fireEvent, render, screen } from '@testing-library/react';
import { SearchField } from './SearchField.tsx';

/** A page whose address follows what is typed only when it is told to. */
function shown(onAsked: (letters: string) => void): { readonly goTo: (address: string) => void } {
  const page = (address: string) => <SearchField label="Find" value={address} onChange={onAsked} />;
  const { rerender } = render(page(''));
  return { goTo: (address) => rerender(page(address)) };
}

const field = (): HTMLInputElement => screen.getByRole('searchbox', { name: 'Find' });
const type = (letters: string): boolean => fireEvent.change(field(), { target: { value: letters } });

describe('letters that stand in the address', () => {
  it('stay as they are typed while the address is still on its way, and also when it comes late', () => {
    const asked: string[] = [];
    const { goTo } = shown((letters) => asked.push(letters));
    type('a');
    expect(field().value).toBe('a');
    type('ab');
    expect(asked).toEqual(['a', 'ab']);
    goTo('a');
    expect(field().value).toBe('ab');
    goTo('ab');
    expect(field().value).toBe('ab');
  });

  it('follow an address that changed otherwise', () => {
    const { goTo } = shown(() => undefined);
    type('ab');
    goTo('ab');
    // as by going back
    goTo('a');
    expect(field().value).toBe('a');
    type('xy');
    goTo('');
    expect(field().value).toBe('');
  });

  it('follow an address also where what was typed never came there', () => {
    const { goTo } = shown(() => undefined);
    type('a');
    type('');
    fireEvent.blur(field());
    goTo('a');
    expect(field().value).toBe('a');
  });
});
