/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from '@testing-library/react';
import { useState } from 'react';
import { SearchField } from './SearchField.tsx';

/** A page whose address follows what is typed only when it is told to. */
function Page({ onAsked }: { onAsked: (letters: string) => void }) {
  const [address, setAddress] = useState('');
  goTo = setAddress;
  return <SearchField label="Find" value={address} onChange={onAsked} />;
}
let goTo: (address: string) => void = () => undefined;

const field = (): HTMLInputElement => screen.getByRole('searchbox', { name: 'Find' });
const type = (letters: string): boolean => fireEvent.change(field(), { target: { value: letters } });

describe('letters that stand in the address', () => {
  it('stay as they are typed while the address is still on its way, and also when it comes late', () => {
    const asked: string[] = [];
    render(<Page onAsked={(letters) => asked.push(letters)} />);
    type('a');
    expect(field().value).toBe('a');
    type('ab');
    expect(asked).toEqual(['a', 'ab']);
    act(() => goTo('a'));
    expect(field().value).toBe('ab');
    act(() => goTo('ab'));
    expect(field().value).toBe('ab');
  });

  it('follow an address that changed otherwise', () => {
    render(<Page onAsked={() => undefined} />);
    type('ab');
    act(() => goTo('ab'));
    // as by going back
    act(() => goTo('a'));
    expect(field().value).toBe('a');
    type('xy');
    act(() => goTo(''));
    expect(field().value).toBe('');
  });

  it('follow an address also where what was typed never came there', () => {
    render(<Page onAsked={() => undefined} />);
    type('a');
    type('');
    fireEvent.blur(field());
    act(() => goTo('a'));
    expect(field().value).toBe('a');
  });
});
