import { foldingWords, sideName, stepWords, type Reader, type Tie } from '@easytuck/contract';
import { foldingThatShows, oppositeSide, turnedFace, type Face, type FacesShown, type Side, type TyingStep } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { seesMirrored } from '../../../common/reader.ts';
import { QUIET_ASIDE } from '../../../common/looks.ts';
import { COLOURS, FIGURES, SIZE } from '../../../theme.ts';

type Part = keyof FacesShown;

/** The parts that are seen of a bow from the front, drawn for a front loop on the left of the picture: the hindmost first. */
const PARTS: readonly { readonly part: Part; readonly name: string; readonly at: string }[] = [
  { part: 'backLoop', name: 'back loop', at: '8,-4 58,-34 66,-30 66,10 60,14 10,4' },
  { part: 'backFlatEnd', name: 'back flat end', at: '-8,-4 -60,-36 -70,-34 -70,8 -60,12 -10,4' },
  { part: 'frontLoop', name: 'front loop', at: '-8,-6 -54,-22 -60,-18 -60,24 -54,28 -8,8' },
  { part: 'frontFlatEnd', name: 'front flat end', at: '8,-6 58,-20 58,28 8,8' },
  { part: 'knot', name: 'knot', at: '-9,-11 9,-11 8,13 -8,13' },
];

const ALL_OUTER: FacesShown = { frontLoop: 'outer', frontFlatEnd: 'outer', knot: 'outer', backLoop: 'outer', backFlatEnd: 'outer' };

/** For a reversible tie: which face shows where tells what was turned over, at which step, and which layer tightens the back loop. */
export function FaceDetective({
  faces,
  longEnd,
  reader,
  steps,
  onGoBack,
}: {
  faces: Tie['faces'];
  longEnd: Side;
  reader: Reader;
  steps: readonly TyingStep[];
  onGoBack: (step: TyingStep) => void;
}) {
  const [shown, setShown] = useState(ALL_OUTER);
  const turn = (part: Part): void => setShown((before) => ({ ...before, [part]: turnedFace(before[part]) }));
  const named = (face: Face): string => (face === 'outer' ? faces.outer.name || 'outer face' : faces.inner?.name || 'inner face');
  const folding = foldingThatShows(shown);
  const words = folding && foldingWords(folding);
  // the front loop lies on the side opposite to the long end's; a mirror has the wearer's left on the left
  const loopSide = oppositeSide(longEnd);
  const isFlipped = (loopSide === 'left') !== seesMirrored(reader);
  return (
    <Box component="section" aria-labelledby="detective" sx={{ mt: 3, borderTop: `1px solid ${COLOURS.thread}`, pt: 2 }}>
      <Box component="h2" id="detective" sx={{ m: 0, mb: 1, fontFamily: FIGURES, fontSize: SIZE.large, fontWeight: 560 }}>
        Which face shows where?
      </Box>
      <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '22rem minmax(0, 1fr)' } }}>
        <Box>
          <Box
            component="svg"
            viewBox="-76 -42 152 78"
            aria-hidden
            sx={{ width: '100%', display: 'block', backgroundColor: COLOURS.card, border: `1px solid ${COLOURS.thread}` }}
          >
            <g transform={isFlipped ? 'scale(-1 1)' : undefined}>
              {PARTS.map(({ part, at }) => (
                <polygon
                  key={part}
                  points={at}
                  fill={shown[part] === 'outer' ? COLOURS.ink : COLOURS.tape}
                  stroke={COLOURS.card}
                  strokeWidth={1.6}
                  onClick={() => turn(part)}
                  style={{ cursor: 'pointer' }}
                />
              ))}
            </g>
          </Box>
          <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.75, mt: 1 }}>
            {PARTS.map(({ part, name }) => (
              <Button key={part} variant="outlined" onClick={() => turn(part)} sx={{ minHeight: 44, fontSize: SIZE.plain }}>
                {name}: {shown[part] === 'outer' ? '■' : '□'} {named(shown[part])}
              </Button>
            ))}
          </Box>
          <Box sx={{ ...QUIET_ASIDE, mt: 1 }}>
            Tap each part until it shows what the bow shows. The front loop lies on {sideName(loopSide, reader)}. Draped with{' '}
            {named('outer')} away from the shirt.
          </Box>
        </Box>
        <Box role="status" sx={{ fontSize: SIZE.field, lineHeight: 1.45 }}>
          {words === null ? (
            <>
              The front loop and the front flat end are one layer, so they show the same face. Where they do not, that flat end is twisted
              by itself: draw it out flat.
            </>
          ) : (
            <>
              {words.turns.length === 0 && 'Nothing was turned over: it was folded as it is taught.'}
              {words.turns.map(({ step, told }) => (
                <Box key={told} sx={{ mb: 1 }}>
                  <b>{told}</b>{' '}
                  {steps.includes(step) && (
                    <Button variant="outlined" sx={{ minHeight: 44 }} onClick={() => onGoBack(step)}>
                      Show {stepWords(step, { longEnd, reader, way: 'main', lead: '' }).name.toLowerCase()}
                    </Button>
                  )}
                </Box>
              ))}
              <Box sx={{ mt: 1 }}>{words.tightens}</Box>
            </>
          )}
        </Box>
      </Box>
    </Box>
  );
}
