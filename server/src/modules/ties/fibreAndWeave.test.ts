import { readKeptTie, type Tie } from '@easytuck/contract';
import { tellFibreFromWeave } from '../../migrations/2026-11-28-19-00-tell-fibre-from-weave.ts';
import { aTie, sendTableFile, testShop } from '../../testing.ts';

const { shop, send } = testShop();

const stock = async (change: Parameters<typeof aTie>[0] = {}): Promise<Tie> => (await send('POST', '/api/ties', aTie(change))).json<Tie>();

const tieNow = async (id: string): Promise<Tie> => (await send('GET', `/api/ties/${id}`)).json<Tie>();

describe('fibre and weave', () => {
  it('are told apart in what an older version kept: on record, in old fittings, in tables', async () => {
    const tie = await stock();
    await shop.sequelize.query("UPDATE ties SET fibre = 'velvet', weave = NULL WHERE id = ?", { replacements: [tie.id] });
    for (const statement of tellFibreFromWeave.statements) await shop.sequelize.query(statement);
    expect(await tieNow(tie.id)).toMatchObject({ fibre: 'cotton', weave: 'velvet' });
    const { fibre: _f, weave: _w, ...rest } = tie;
    expect(readKeptTie({ ...rest, clothKind: 'satin' }, 'strip-2')).toMatchObject({ fibre: 'silk', weave: 'satin' });
    expect(readKeptTie({ ...rest, clothKind: 'linen' }, 'strip-2')).toMatchObject({ fibre: 'linen', weave: null });
    const csv = [
      'name,shape,cloth,nose to belly mm,belly to waist mm,waist to tip mm,band width mm,belly width mm,waist width mm,hardware,length mm,in stock',
      'Old satin,butterfly,satin,62,62,62,20,65,30,fixed,842,1',
    ].join('\n');
    await sendTableFile(shop, 'ties', csv, 'all');
    const old = (await send('GET', '/api/ties')).json<{ ties: Tie[] }>().ties.find(({ name }) => name === 'Old satin');
    expect(old).toMatchObject({ fibre: 'silk', weave: 'satin', cloth: { thicknessMm: 1, gatherRatio: 0.62 } });
  });
});
