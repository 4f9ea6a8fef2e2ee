import { tieInput, type Tie } from '@easytuck/contract';
import { clothBehaviour, stretchOf } from '@easytuck/core';
import { drawnBlade } from './drawnBlade.ts';
import { EMPTY_TIE, readTieForm, tieResolver, toTieForm, writeFurther, type TieForm } from './tieForm.ts';

const TYPED: TieForm = {
  ...EMPTY_TIE,
  name: 'Harbour Night',
  tipToWaist: '6.2 cm',
  tipToBelly: '124',
  tipToNose: '186',
  bellyWidth: '65',
  waistWidth: '30',
  tipToTip: '791.5',
};

const resolve = async (form: TieForm) => tieResolver('mm')(form, undefined, { fields: {}, shouldUseNativeValidation: false });

describe('tieForm', () => {
  it('reads millimetres, or the unit that is written', () => {
    expect(tieInput.parse(readTieForm(TYPED, 'mm'))).toMatchObject({
      blade: { noseToBellyMm: 62, bellyToWaistMm: 62, waistToTipMm: 62, tailWidthMm: 65, tipShape: 'straight' },
      cloth: clothBehaviour({ fibre: 'silk', weave: null }),
      hardware: { kind: 'slots', shortestMm: 791.5, marks: { system: 'in', atShortest: 14 } },
    });
  });

  it('reads the unit that is switched on, and the other where it is written', () => {
    const inches: TieForm = {
      ...TYPED,
      tipToWaist: '2 7/16',
      tipToBelly: '124 mm',
      tipToNose: '18.6cm',
      bellyWidth: '2½',
      waistWidth: '30mm',
      tipToTip: '31 1/8',
    };
    const { blade, hardware } = tieInput.parse(readTieForm(inches, 'in'));
    expect(blade.waistToTipMm).toBeCloseTo(61.9125, 2);
    expect(blade).toMatchObject({ bellyWidthMm: 63.5, waistWidthMm: 30 });
    expect(hardware).toMatchObject({ shortestMm: expect.closeTo(790.575, 3) as number });
  });

  it('tells fibre and weave apart, and leaves the weave out where nobody noted it', () => {
    expect(tieInput.parse(readTieForm({ ...TYPED, fibre: 'cotton', weave: 'pique' }, 'mm'))).toMatchObject({
      fibre: 'cotton',
      weave: 'pique',
    });
    expect(tieInput.parse(readTieForm(TYPED, 'mm')).weave).toBeNull();
  });

  it('stretches as is usual on the bias, keeps a stretch of the tie’s own, and stretches nothing on the straight grain', () => {
    const stretchOfForm = (form: TieForm): number => tieInput.parse(readTieForm(form, 'mm')).cloth.stretchRatio;
    expect(stretchOfForm(TYPED)).toBe(0);
    expect(stretchOfForm({ ...TYPED, cutOn: 'bias' })).toBe(stretchOf({ fibre: 'silk', weave: null }, 'bias'));
    const own = tieInput.parse(readTieForm({ ...TYPED, cutOn: 'bias', stretch: '0.0315' }, 'mm'));
    const saved: Tie = { ...own, id: 't', awayAt: null, version: 1, createdAt: '', updatedAt: '' };
    expect(stretchOfForm({ ...toTieForm(saved, 'in'), note: 'another word' })).toBe(0.0315);
    expect(stretchOfForm({ ...toTieForm(saved, 'in'), cutOn: 'straight' })).toBe(0);
  });

  it('takes the tip from the shape', () => {
    expect(tieInput.parse(readTieForm({ ...TYPED, shape: 'club', tipDepth: '20' }, 'mm')).blade.tipShape).toBe('rounded');
    expect(tieInput.parse(readTieForm({ ...TYPED, shape: 'pointed', tipDepth: '20' }, 'mm')).blade.tipShape).toBe('pointed');
  });

  it.each([
    [{ waistWidth: '' }, 'waistWidth', 'missing'],
    [{ waistWidth: '80' }, 'waistWidth', 'wider than the belly'],
    [{ tipToBelly: '-62' }, 'tipToBelly', 'Tip to belly cannot be negative'],
    [{ tipToBelly: '60' }, 'tipToBelly', 'From the tip the belly lies beyond the waist, so it must be more than 62 mm.'],
    [{ tipToNose: '100' }, 'tipToNose', 'the nose lies beyond the belly'],
    [{ tipToTip: '33 in', tipToNose: '450', tipToBelly: '300', tipToWaist: '150' }, 'tipToTip', 'the two blades alone take 900 mm'],
    [{ hardwareKind: 'slider' as const, travel: '90', strap: '', reach: '140' }, 'strap', 'Strap is missing'],
    [{ further: '30:70' }, 'further', 'between nose and belly a blade only widens or only narrows'],
    [{ further: '30' }, 'further', 'place and width'],
    [{ readAt: '19' }, 'readAt', 'no such setting'],
    [{ thickness: '12' }, 'thickness', 'at most 5 mm'],
    [{ markAtShortest: 'x' }, 'markAtShortest', 'cannot be read'],
    [{ inStock: '1.5' }, 'inStock', 'a whole number'],
  ])('puts each refusal at its field: %j', async (change, field, message) => {
    const { errors } = await resolve({ ...TYPED, ...change });
    expect(errors[field as keyof TieForm]?.message).toContain(message);
  });

  it('calibrates the whole band by one tape reading at any setting', () => {
    // mark 16 is the fifth of nine half sizes from 14: two inches over the shortest
    const { hardware } = tieInput.parse(readTieForm({ ...TYPED, tipToTip: '842.3', readAt: '16' }, 'mm'));
    expect(hardware).toMatchObject({ shortestMm: expect.closeTo(791.5, 6) as number, marks: { atShortest: 14 } });
  });

  it('takes further widths, typed or dragged, from the nose outwards', () => {
    expect(tieInput.parse(readTieForm({ ...TYPED, further: ' 30:50;100 : 40' }, 'mm')).blade.extraWidths).toEqual([
      { atMm: 30, widthMm: 50 },
      { atMm: 100, widthMm: 40 },
    ]);
    expect(
      writeFurther([
        { atMm: 100, widthMm: 40 },
        { atMm: 30.04, widthMm: 50 },
      ]),
    ).toBe('30:50; 100:40');
  });

  it('draws what is usual for the shape where nothing was measured, and says which', () => {
    const empty = drawnBlade({ ...EMPTY_TIE, shape: 'pointed' }, 'in');
    expect(empty.blade.tipShape).toBe('pointed');
    expect(empty.assumed.has('bellyWidthMm')).toBe(true);
    expect(drawnBlade({ ...TYPED, tailWidth: '64' }, 'mm')).toMatchObject({ contradicts: false, blade: { tailWidthMm: 64 } });
    expect(drawnBlade({ ...TYPED, tailWidth: '64' }, 'mm').assumed.size).toBe(0);
    expect(drawnBlade({ ...TYPED, waistWidth: '90' }, 'mm').contradicts).toBe(true);
  });

  it('is the same after it was saved and opened again', () => {
    const saved = { ...tieInput.parse(readTieForm(TYPED, 'mm')), id: 'x', version: 1, createdAt: '', updatedAt: '' } as Tie;
    // whatever unit is switched on: what was measured is put in with its own
    for (const unit of ['mm', 'in', 'cm'] as const)
      expect(readTieForm(toTieForm(saved, unit === 'mm' ? 'cm' : unit), unit)).toEqual(readTieForm(TYPED, 'mm'));
  });

  it('names each wrong field as the form does, in the unit that is switched on, and blames no field for another’s mistake', async () => {
    const { errors } = await tieResolver('in')(
      { ...TYPED, tipToWaist: 'two', bandWidth: '', bellyWidth: '900 mm', waistWidth: '30 mm', tipToTip: '31/0' },
      undefined,
      { fields: {}, shouldUseNativeValidation: false },
    );
    const said = Object.fromEntries(Object.entries(errors).map(([name, error]) => [name, (error as { message?: string }).message]));
    expect(said).toEqual({
      tipToWaist: expect.stringMatching(/^Tip to waist cannot be read\. Write it as .* in\.$/) as string,
      bandWidth: expect.stringMatching(/^Band width is missing\. Write it as .* in\.$/) as string,
      tipToTip: expect.stringMatching(/^Tip to tip: a fraction cannot be divided by nothing/) as string,
      bellyWidth: expect.stringMatching(/^The belly width is .* in; the most a tie can have is .* in\.$/) as string,
    });
  });
});
