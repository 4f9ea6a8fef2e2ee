/** @jest-environment jsdom */
import { jest } from '@jest/globals';
import { act, renderHook } from '@testing-library/react';
import { useSettledError } from './useSettledError.ts';

describe('useSettledError', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());

  const pause = (ms: number): void =>
    act(() => {
      jest.advanceTimersByTime(ms);
    });
  const type = (...errors: (string | null)[]) => {
    const hook = renderHook(({ error }) => useSettledError(error), { initialProps: { error: null as string | null } });
    for (const error of errors) hook.rerender({ error });
    return hook;
  };

  it('says nothing of the first digit of a number that goes on', () => {
    const { result } = type('1 is not a collar size', null);
    pause(5000);
    expect(result.current).toBeNull();
  });

  it('shows an error once typing pauses, and follows what is typed from then on', () => {
    const { result, rerender } = type('1 is not a collar size');
    expect(result.current).toBeNull();
    pause(1000);
    expect(result.current).toBe('1 is not a collar size');
    rerender({ error: '1x cannot be read' });
    expect(result.current).toBe('1x cannot be read');
    rerender({ error: null });
    expect(result.current).toBeNull();
  });

  it('shows at once what was wrong before a reload', () => {
    expect(renderHook(() => useSettledError('not read')).result.current).toBe('not read');
  });
});
