import { wearer } from '@easytuck/contract';
import { mutate } from 'swr';
import { request } from '../../common/api/request.ts';

/** Keeps which layer of the back loop runs into the knot, as a wearer folds it. */
export async function rememberKnotLayer(wearerId: string, layer: 'front' | 'back'): Promise<void> {
  const path = `/api/wearers/${wearerId}`;
  // on the record as it is now: the desk may have been open for a while
  const {
    id: _id,
    collar,
    collarEstimated,
    createdAt: _created,
    updatedAt: _updated,
    awayAt: _away,
    ...known
  } = await request('GET', path, wearer);
  const input = { ...known, collar: collarEstimated ? '' : collar.text, backKnotLayer: layer };
  await mutate(path, await request('PUT', path, wearer, input), { revalidate: false });
}
