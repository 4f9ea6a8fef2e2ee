import type { Fitting, LikeWearer } from '@easytuck/contract';
import { v7 as uuid } from 'uuid';
import { likeness } from './likeness.ts';
import { aFitting, aTie, testShop } from '../../testing.ts';

const { send, get, enter, names } = testShop();

describe('likely doubles', () => {
  const collar = { system: 'in', label: 16 } as const;
  const other = (name: string, label = 16) => ({ name, collar: { text: String(label), system: 'in' as const, label } });
  it.each([
    ['Corin Attleby', 'corin  attleby', ['sameName', 'sameCollar']],
    ['Attleby, Corin', 'Corin Attleby', ['sameNameParts', 'sameCollar']],
    ['Corin Atleby', 'Corin Attleby', ['likeName', 'sameCollar']],
    ['Marit Solheim', 'Marit Solheim-Groves', ['sameNameParts', 'sameCollar']],
    ['Corin Attleby', 'Ottoline Vance', []],
  ])('%s and %s: %j', (name, known, because) => {
    expect(likeness(name, collar, other(known))).toEqual(because);
  });
  it('say nothing of the collar where it differs by more than half a size', () => {
    expect(likeness('Corin Attleby', collar, other('Corin Attleby', 17))).toEqual(['sameName']);
  });

  it('are pointed out and merged: history, fittings, ties and tyings of both are then in one place', async () => {
    const into = await enter({ name: 'Dorrit Okafor', note: 'first' });
    const from = await enter({ name: 'Dorit Okafor', note: 'second', faceWidthMm: 138, collar: '16' });
    const like = (await get(`/api/wearers/like?name=Dorrit%20Okafor&collar=16&except=${into.id}`)).json<{ wearers: LikeWearer[] }>()
      .wearers;
    expect(like.map(({ wearer }) => wearer.id)).toEqual([from.id]);
    const tie = aTie();
    await send('POST', '/api/ties', tie);
    const fitting = (await send('POST', '/api/fittings', aFitting({ kind: 'known', id: from.id }, tie.id))).json<Fitting>();
    await send('PUT', `/api/wearers/${from.id}/ties/${tie.id}`);
    await send('POST', '/api/tyings', {
      id: uuid(),
      wearerId: from.id,
      tieId: tie.id,
      fittingId: fitting.id,
      outcome: 'tied',
      frontLoopMm: 61,
    });

    const stale = await send('POST', `/api/wearers/${into.id}/merge`, { fromId: from.id, version: 7, fromVersion: from.version });
    expect(stale.json()).toMatchObject({ code: 'stale' });
    const merged = await send('POST', `/api/wearers/${into.id}/merge`, {
      fromId: from.id,
      version: into.version,
      fromVersion: from.version,
    });
    expect(merged.json()).toMatchObject({ name: 'Dorrit Okafor', faceWidthMm: 138, note: 'first\nsecond', version: 2 });
    expect((await get(`/api/wearers/${from.id}`)).json()).toMatchObject({ mergedInto: into.id });
    expect((await get(`/api/fittings?wearerId=${into.id}`)).json<{ fittings: Fitting[] }>().fittings.map(({ id }) => id)).toEqual([
      fitting.id,
    ]);
    // what was given out still bears the name it was given out to
    expect((await get(`/api/fittings/${fitting.id}`)).json()).toMatchObject({ wearer: { id: into.id, name: 'Dorit Okafor' } });
    expect((await get(`/api/tyings?wearerId=${into.id}`)).json()).toMatchObject({ tyings: [{ outcome: 'tied', frontLoopMm: 61 }] });
    expect((await get(`/api/wearers/${into.id}/ties`)).json()).toMatchObject({ ties: [{ tieId: tie.id, tieName: tie.name }] });
    expect((await get(`/api/wearers/${into.id}/measures`)).json<{ measures: unknown[] }>().measures.length).toBe(5);
    expect(await names('okafor')).toEqual(['Dorrit Okafor']);
    // a fitting that was on its way for the other record goes to where that went
    const late = (await send('POST', '/api/fittings', aFitting({ kind: 'known', id: from.id }, tie.id))).json<Fitting>();
    expect(late.wearer.id).toBe(into.id);
    const again = await send('POST', `/api/wearers/${into.id}/merge`, { fromId: from.id, version: 3, fromVersion: 2 });
    expect(again.statusCode).toBe(400);
  });
});
