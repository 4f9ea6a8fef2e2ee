import fc from 'fast-check';
import { changedFields, mergeFields } from './mergeFields.ts';

interface Form {
  readonly name: string;
  readonly collar: string;
  readonly note: string;
}

describe('two changes of one form', () => {
  const before: Form = { name: 'Corin', collar: '16', note: '' };

  it('are both there where they touch different fields', () => {
    const merged = mergeFields<Form>(before, { ...before, note: 'mine' }, { ...before, collar: '17' });
    expect(merged).toEqual({ values: { name: 'Corin', collar: '17', note: 'mine' }, clashes: [], arrived: ['collar'] });
  });

  it('clash where both touched a field, unless to the same end; what was typed here stays', () => {
    const merged = mergeFields<Form>(before, { ...before, collar: '16½', note: 'x' }, { ...before, collar: '17', note: 'x' });
    expect(merged).toEqual({
      values: { name: 'Corin', collar: '16½', note: 'x' },
      clashes: [{ field: 'collar', before: '16', theirs: '17' }],
      arrived: [],
    });
  });

  it('never put back a field that was not touched here, and lose none that was (any three versions)', () => {
    const text = fc.constantFrom('', 'a', 'b', 'c');
    const form = fc.record({ name: text, collar: text, note: text });
    fc.assert(
      fc.property(form, form, form, (was, mine, theirs) => {
        const { values, clashes, arrived } = mergeFields<Form>(was, mine, theirs);
        for (const field of ['name', 'collar', 'note'] as const) {
          if (mine[field] === was[field]) expect(values[field]).toBe(theirs[field]);
          else expect(values[field]).toBe(mine[field]);
          const isClash = mine[field] !== was[field] && theirs[field] !== was[field] && mine[field] !== theirs[field];
          expect(clashes.some((clash) => clash.field === field)).toBe(isClash);
          expect(arrived.includes(field)).toBe(mine[field] === was[field] && theirs[field] !== was[field]);
        }
      }),
    );
  });

  it('name just what was changed', () => {
    expect(changedFields<Form>(before, { ...before, note: 'n' })).toEqual({ note: 'n' });
    expect(changedFields<Form>(before, before)).toEqual({});
  });
});
