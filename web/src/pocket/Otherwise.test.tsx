/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { render, screen } from '@testing-library/react';
import { Otherwise } from './Otherwise.tsx';

it('shows what is within, and the other thing where that fails', () => {
  const Failing = (): never => {
    throw new Error('no stage here');
  };
  const told = jest.spyOn(console, 'error').mockImplementation(() => undefined);
  render(
    <>
      <Otherwise show="instead of the first">the first</Otherwise>
      <Otherwise show="instead of the second">
        <Failing />
      </Otherwise>
    </>,
  );
  expect(screen.queryByText(/the first/)?.textContent).toContain('the first');
  expect(screen.queryByText(/instead of the first/)).toBeNull();
  expect(screen.getByText(/instead of the second/)).not.toBeNull();
  told.mockRestore();
});
