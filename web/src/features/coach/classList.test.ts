/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { MOST_LEARNERS, useClassList, withNames } from './classList.ts';

describe('the list of a class', () => {
  beforeEach(() => localStorage.clear());

  it('takes one name or several, each once, and no more than fit', () => {
    const list = withNames([{ name: 'Ada Larch', isAble: true }], ' Bo  Fen, ada larch;Cy Holt\n, Bo Fen');
    expect(list).toEqual([
      { name: 'Ada Larch', isAble: true },
      { name: 'Bo Fen', isAble: false },
      { name: 'Cy Holt', isAble: false },
    ]);
    // the sixtieth unit is the first half of a hat
    expect(withNames([], `${'n'.repeat(59)}🎩`)).toEqual([{ name: 'n'.repeat(59), isAble: false }]);
    expect(withNames([], Array.from({ length: 60 }, (_, k) => `n${k}`).join(','))).toHaveLength(MOST_LEARNERS);
  });

  it('is there again after a reload, and gone once it is cleared', () => {
    const first = renderHook(() => useClassList());
    act(() => first.result.current.add('Ada, Bo'));
    act(() => first.result.current.tick('Bo'));
    const again = renderHook(() => useClassList());
    expect(again.result.current.learners).toEqual([
      { name: 'Ada', isAble: false },
      { name: 'Bo', isAble: true },
    ]);
    act(() => again.result.current.clear());
    expect(renderHook(() => useClassList()).result.current.learners).toEqual([]);
    expect(localStorage.length).toBe(0);
  });

  it('begins empty where what was stored makes no sense', () => {
    localStorage.setItem('easytuck.class', '[{"name":7}]');
    expect(renderHook(() => useClassList()).result.current.learners).toEqual([]);
  });
});
