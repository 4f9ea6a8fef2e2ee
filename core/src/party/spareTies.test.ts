import { spareTies } from './spareTies.ts';

const worn = (kindId: string, ...steps: number[]) => steps.map((step) => ({ kindId, step }));

describe('spare ties', () => {
  it('are of what most wear first, set at the middle of theirs', () => {
    expect(
      spareTies(
        [...worn('few', 1, 9), ...worn('most', 2, 7, 3)],
        new Map([
          ['few', 4],
          ['most', 4],
        ]),
      ),
    ).toEqual([
      { kindId: 'most', count: 1, step: 3 },
      { kindId: 'few', count: 1, step: 1 },
    ]);
  });
  it('are one for twenty, and no more than there are', () => {
    const many = worn('k', ...Array.from({ length: 41 }, (_, i) => i));
    expect(spareTies(many, new Map([['k', 9]]))).toEqual([{ kindId: 'k', count: 3, step: 20 }]);
    expect(spareTies(many, new Map([['k', 2]]))).toEqual([{ kindId: 'k', count: 2, step: 20 }]);
    expect(spareTies(many, new Map())).toEqual([]);
  });
});
