import { drawerCloth, schemeCloth } from './clothColours.ts';

describe('cloth', () => {
  it('is of the two ends’ colours, or of the drawer’s, with its own inner face', () => {
    expect(schemeCloth().long).not.toBe(schemeCloth().short);
    const black = drawerCloth({ faces: { outer: { name: '', look: 'black' }, inner: { name: '', look: 'white' } } });
    expect(black.long).toBe(black.short);
    expect(black.longLining).toBe(drawerCloth({ faces: { outer: { name: '', look: 'white' }, inner: null } }).long);
    expect(drawerCloth({ faces: { outer: { name: '', look: 'patterned' }, inner: null } }).stripe).not.toBeNull();
  });
});
