/** @jest-environment jsdom */
import { problem } from '@easytuck/contract';
import { act, renderHook, waitFor } from '@testing-library/react';
import { z } from 'zod';
import { ApiProblem } from '../api/request.ts';
import { useRecordForm } from './useRecordForm.ts';

const schema = z.object({ id: z.string(), version: z.number(), name: z.string(), note: z.string() });
type Record = z.infer<typeof schema>;
interface Form {
  name: string;
  note: string;
}

const RECORD: Record = { id: 'a', version: 1, name: 'Agnes', note: '' };
const toForm = ({ name, note }: Record): Form => ({ name, note });
const EMPTY: Form = { name: '', note: '' };

/** The record as somebody else saved it, refused to whoever saves over the version before. */
const conflict = (current: Record): ApiProblem =>
  new ApiProblem(problem.parse({ type: '/problems/stale', title: 'Changed.', status: 409, code: 'stale', current }));

/** A form over a shop that keeps one record by version. */
function openForm(name: string, record: Record | null = RECORD) {
  const saved: (Form & { readonly over: number | null; readonly newId: string })[] = [];
  const shop = { current: record };
  const hook = renderHook(
    ({ shown }: { shown: Record | null }) =>
      useRecordForm<Record, Form, Form>({
        name,
        record: shown,
        schema,
        toForm,
        empty: EMPTY,
        resolver: (values) =>
          values.name === ''
            ? { values: {}, errors: { name: { type: 'contract', message: 'The name is missing.' } } }
            : { values, errors: {} },
        save: async (input, base, newId) => {
          saved.push({ ...input, over: base?.version ?? null, newId });
          if (shop.current !== null && base?.version !== shop.current.version) throw conflict(shop.current);
          shop.current = { id: base?.id ?? newId, version: (base?.version ?? 0) + 1, ...input };
          return shop.current;
        },
      }),
    { initialProps: { shown: record } },
  );
  const type = (field: keyof Form, text: string): void =>
    act(() => hook.result.current.form.setValue(field, text, { shouldValidate: true }));
  const submit = () => act(() => hook.result.current.submit());
  return { ...hook, shop, saved, type, submit, values: () => hook.result.current.form.getValues() };
}

beforeEach(() => {
  sessionStorage.clear();
  localStorage.clear();
});

describe('a form of a record', () => {
  it('saves over the version it was started from, and is unchanged afterwards', async () => {
    const form = openForm('one');
    expect(form.result.current.isChanged).toBe(false);
    form.type('note', 'tall');
    await waitFor(() => expect(form.result.current.isChanged).toBe(true));
    await form.submit();
    expect(form.saved).toMatchObject([{ name: 'Agnes', note: 'tall', over: 1 }]);
    expect([form.result.current.isChanged, form.result.current.base?.version]).toEqual([false, 2]);
  });

  it('keeps what is typed from one time to the next, and forgets it when it is let go', async () => {
    const first = openForm('kept');
    first.type('note', 'half');
    first.unmount();
    const second = openForm('kept');
    expect(second.values()).toEqual({ name: 'Agnes', note: 'half' });
    expect(second.result.current.isChanged).toBe(true);
    act(() => second.result.current.discard());
    expect(second.values()).toEqual({ name: 'Agnes', note: '' });
    second.unmount();
    expect(openForm('kept').values()).toEqual({ name: 'Agnes', note: '' });
  });

  it('takes over what somebody else changed elsewhere, by itself and when a save is refused', async () => {
    const form = openForm('merged');
    form.type('note', 'mine');
    form.rerender({ shown: { ...RECORD, version: 2, name: 'Agnes Lockyer' } });
    expect(form.values()).toEqual({ name: 'Agnes Lockyer', note: 'mine' });
    expect(form.result.current.arrived).toEqual(['name']);
    // the shop has moved on again: the refused save is merged and sent once more, over the newer version
    form.shop.current = { ...RECORD, version: 3, name: 'Agnes L.' };
    await form.submit();
    expect(form.saved.map(({ name, note, over }) => ({ name, note, over }))).toEqual([
      { name: 'Agnes Lockyer', note: 'mine', over: 2 },
      { name: 'Agnes L.', note: 'mine', over: 3 },
    ]);
  });

  it('leaves to the hand what both changed, and saves nothing before it is decided', async () => {
    const form = openForm('clash');
    form.type('note', 'mine');
    form.shop.current = { ...RECORD, version: 2, note: 'theirs' };
    await form.submit();
    expect(form.result.current.clashes).toEqual([{ field: 'note', before: '', theirs: 'theirs' }]);
    await form.submit();
    expect(form.saved).toHaveLength(1);
    act(() => form.result.current.decide('note', 'theirs'));
    expect([form.values().note, form.result.current.clashes]).toEqual(['theirs', []]);
    form.type('name', 'Agnes B.');
    await form.submit();
    expect(form.saved.at(-1)).toMatchObject({ name: 'Agnes B.', note: 'theirs', over: 2 });
  });

  it('does not send what a field refuses, and says so there', async () => {
    const form = openForm('refused');
    form.type('name', '');
    await form.submit();
    expect(form.saved).toEqual([]);
    expect(form.result.current.form.getFieldState('name').error?.message).toBe('The name is missing.');
  });

  it('enters a new one under one key, however often it is opened and sent', async () => {
    const first = openForm('new', null);
    first.type('name', 'Somebody');
    first.unmount();
    const second = openForm('new', null);
    second.shop.current = null;
    await second.submit();
    const third = openForm('another', null);
    third.type('name', 'Somebody else');
    await third.submit();
    expect(second.saved).toMatchObject([{ name: 'Somebody', over: null }]);
    expect(third.saved[0]?.newId).not.toBe(second.saved[0]?.newId);
  });
});
