/** A word of the trade and what it means, in one or two sentences. */
export interface GlossaryEntry {
  readonly word: string;
  readonly means: string;
}

/** The words of the trade that the program uses, in the order of the work. `docs/glossary.md` holds the same. */
export const GLOSSARY: readonly GlossaryEntry[] = [
  { word: 'self-tie bow', means: 'A bow tie that comes as one strip of cloth and is tied by hand.' },
  { word: 'band', means: 'The narrow middle part of the tie, which goes round the collar.' },
  { word: 'blade', means: 'One of the two shaped ends of the tie. Both are cut alike.' },
  { word: 'nose', means: 'Where the band starts to widen into the blade.' },
  { word: 'belly', means: 'The first widest line of the blade. The blade is folded here.' },
  { word: 'waist', means: 'The narrow line of the blade between belly and tip. It ends up in the knot.' },
  { word: 'tail', means: 'The last flare of the blade, before its tip.' },
  { word: 'collar size', means: 'The number on the shirt: the girth of its buttoned collar band, in inches or centimetres.' },
  { word: 'ease', means: 'Slack added to the collar size, so that the band is comfortable.' },
  { word: 'hardware', means: 'What makes a band adjustable: a T-hook and slots, a slider, or buttons. A sewn band has none.' },
  {
    word: 'T-hook',
    means: 'A flat hook shaped like a T at one end of the band. It goes through a slot of the other end and is turned to hold.',
  },
  { word: 'slot', means: 'One of the small holes in a row along the band that the T-hook goes through. Each is one setting.' },
  { word: 'slider', means: 'A metal buckle on a strap that makes the band longer or shorter without steps.' },
  { word: 'glide', means: 'The place of the slider on its strap, measured from the sewn end.' },
  { word: 'extender', means: 'A short piece of band with a hook, which makes a band longer that is too short for a neck.' },
  { word: 'set', means: 'The length that the hardware is put at. The number printed there is the mark.' },
  {
    word: 'school',
    means: 'A house’s habit of where to set the band: true to the collar size, easy (a little longer), small (shorter), or late.',
  },
  { word: 'late school', means: 'The band is let out to its longest for tying and taken in to its mark afterwards, at the back.' },
  {
    word: 'long end, short end',
    means:
      'The tie hangs uneven round the collar: the end that hangs lower is the long end. The short end makes the front bow, the long end the back bow and the face of the knot.',
  },
  { word: 'lead', means: 'How much lower the long end hangs than the short end, before the first crossing.' },
  { word: 'crossing', means: 'Where the two ends cross in front of the collar button. Only narrow cloth should cross there.' },
  { word: 'half-knot', means: 'The first crossing, pulled up to the collar button.' },
  { word: 'loop, flat end', means: 'The two halves of a bow: the folded, doubled one and the single one with the tip.' },
  { word: 'front bow, back bow', means: 'The two bows that lie one on the other. The front one is folded first.' },
  { word: 'passage', means: 'The gap behind the front bow that the back bow is pushed through.' },
  { word: 'spread', means: 'The finished width of a bow, from side to side.' },
  { word: 'adjustment left', means: 'How far the set can still be changed, shorter or longer, before the limit that is named.' },
  { word: 'hang check', means: 'Where the noses hang on the shirt front before tying: between the second and third button on a good set.' },
  { word: 'as it was cut', means: 'The bow the tie was made for: folded at the belly, waist in the knot.' },
  { word: 'half-width', means: 'From the middle of the knot to the edge of a loop or to the tip of a flat end.' },
  {
    word: 'layer that tightens the knot',
    means: 'Of the two layers of a loop, the one that runs into the knot. The other runs on to the flat end and shortens that.',
  },
  { word: 'slack', means: 'Cloth that still lies loose in the knot.' },
  { word: 'take-up', means: 'Cloth that disappears into the knot.' },
  { word: 'gather', means: 'How far the cloth is squeezed together where the knot holds it.' },
  { word: 'bias', means: 'Cloth cut at an angle to its threads. It stretches a little, so the band settles longer than it measures.' },
  { word: 'overhang', means: 'How far a pointed flat end is meant to pass the loop beside it.' },
  {
    word: 'granny',
    means: 'A knot whose two halves turn the same way. It sits crooked and slips. It comes of folding the front bow to the wrong side.',
  },
  { word: 'hand-tied look', means: 'A bow left a little uneven on purpose, which shows that it was tied by hand.' },
  {
    word: 'breakaway clasp',
    means: 'A clasp that opens by itself when the tie is pulled. Asked for with children, near machinery, in care and in security work.',
  },
  {
    word: 'quick clasp',
    means: 'A second clasp, opened by hand, by which a tied bow is taken off whole. It does not open when it is pulled.',
  },
  {
    word: 'card',
    means:
      'What goes with the tie to the wearer: set, lead, spread and how to tie it. A revised card takes the place of an earlier one, which stays on record.',
  },
  { word: 'revision', means: 'A card issued again for the same fitting with something changed. Earlier revisions stay on record.' },
  { word: 'gauge', means: 'A printed strip that is laid along the band to set it without a tape. Print it at 100 %.' },
  { word: 'butterfly, semi-butterfly, batwing', means: 'Shapes of blade: full flare, mild flare, and slim with straight sides.' },
  { word: 'piqué', means: 'A raised weave of small cells or ribs. White piqué is worn at white tie, to match the shirt front.' },
];
