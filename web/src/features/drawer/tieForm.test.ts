import { tieInput, type Tie } from '@easytuck/contract';
import { EMPTY_TIE, readTieForm, tieResolver, toTieForm, type TieForm } from './tieForm.ts';

const TYPED: TieForm = {
  ...EMPTY_TIE,
  name: 'Harbour Night',
  noseToBelly: '62',
  bellyToWaist: '62',
  waistToTip: '6.2 cm',
  bellyWidth: '65',
  waistWidth: '30',
  tailWidth: '65',
  shortest: '791.5',
};

const resolve = async (form: TieForm) => tieResolver(form, undefined, { fields: {}, shouldUseNativeValidation: false });

describe('tieForm', () => {
  it('reads millimetres, or the unit that is written', () => {
    expect(tieInput.parse(readTieForm(TYPED))).toMatchObject({
      blade: { waistToTipMm: 62, tipShape: 'straight' },
      hardware: { kind: 'slots', shortestMm: 791.5, marks: { system: 'in', atShortest: 14 } },
    });
  });

  it('takes the tip from the shape', () => {
    expect(tieInput.parse(readTieForm({ ...TYPED, shape: 'club', tipDepth: '20' })).blade.tipShape).toBe('rounded');
    expect(tieInput.parse(readTieForm({ ...TYPED, shape: 'pointed', tipDepth: '20' })).blade.tipShape).toBe('pointed');
  });

  it.each([
    [{ waistWidth: '' }, 'waistWidth', 'missing'],
    [{ waistWidth: '80' }, 'waistWidth', 'wider than the belly'],
    [{ bellyToWaist: '-62' }, 'bellyToWaist', 'missing'],
    [{ shortest: '33 in', noseToBelly: '150', bellyToWaist: '150', waistToTip: '150' }, 'shortest', 'the two blades alone take 900 mm'],
    [{ hardwareKind: 'slider' as const, longest: '900', strap: '', reach: '140' }, 'strap', 'cannot be read'],
    [{ markAtShortest: 'x' }, 'markAtShortest', 'cannot be read'],
    [{ inStock: '1.5' }, 'inStock', 'cannot be read'],
  ])('puts each refusal at its field: %j', async (change, field, message) => {
    const { errors } = await resolve({ ...TYPED, ...change });
    expect(errors[field as keyof TieForm]?.message).toContain(message);
  });

  it('is the same after it was saved and opened again', () => {
    const saved = { ...tieInput.parse(readTieForm(TYPED)), id: 'x', version: 1, createdAt: '', updatedAt: '' } as Tie;
    expect(readTieForm(toTieForm(saved))).toEqual(readTieForm({ ...TYPED, waistToTip: '62' }));
  });
});
