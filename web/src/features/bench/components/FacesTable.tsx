import type { Tie } from '@easytuck/contract';
import { facesShown, UNTWISTED, type Face, type FacesShown, type Folding } from '@easytuck/core';
import { WideTable } from '../../../common/WideTable.tsx';
import { COLOURS, SIZE } from '../../../theme.ts';

const WAYS: readonly (readonly [words: string, folding: Folding])[] = [
  ['Nothing turned', UNTWISTED],
  ['Short end turned over before its fold', { ...UNTWISTED, frontTurned: true }],
  ['Long end turned over before the drop', { ...UNTWISTED, dropTurned: true }],
  ['Both turned over', { ...UNTWISTED, frontTurned: true, dropTurned: true }],
  ['Long end turned over behind, before its fold', { ...UNTWISTED, backTurned: true }],
  ['Tail of the back bow folded away behind', { ...UNTWISTED, backTail: 'behind' }],
];
const isSame = (a: Folding, b: Folding): boolean =>
  a.frontTurned === b.frontTurned && a.dropTurned === b.dropTurned && a.backTurned === b.backTurned && a.backTail === b.backTail;

const PARTS: readonly (readonly [keyof FacesShown, string])[] = [
  ['frontLoop', 'front loop'],
  ['frontFlatEnd', 'front flat end'],
  ['knot', 'knot'],
  ['backLoop', 'back loop'],
  ['backFlatEnd', 'back flat end'],
];

/** For a reversible tie: which face shows on each part of the bow, for each way of folding; one of them can be chosen for the wearer. */
export function FacesTable({ tie, chosen, onChoose }: { tie: Tie; chosen: Folding | null; onChoose: (folding: Folding | null) => void }) {
  const { outer, inner } = tie.faces;
  const name = (face: Face): string => (face === 'outer' ? outer.name || 'outer face' : inner?.name || 'inner face');
  return (
    <WideTable
      sx={{
        fontSize: SIZE.plain,
        '& th': { textAlign: 'left', fontWeight: 400 },
        '& td, & th': { py: 1, pr: 2, borderBottom: `1px solid ${COLOURS.rule}` },
      }}
    >
      <caption style={{ textAlign: 'left', paddingBottom: 8 }}>
        Draped with {name('outer')} away from the shirt. To swap the two everywhere, drape it with {name('inner')} outwards.
      </caption>
      <thead>
        <tr>
          <th scope="col">wanted</th>
          <th scope="col">folded like this</th>
          {PARTS.map(([part, words]) => (
            <th scope="col" key={part}>
              {words}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {WAYS.map(([words, folding]) => {
          const shown = facesShown(folding);
          return (
            <tr key={words}>
              <td>
                <input
                  type="checkbox"
                  aria-label={`Wanted: ${words}`}
                  checked={chosen !== null && isSame(chosen, folding)}
                  onChange={(event) => onChoose(event.target.checked ? folding : null)}
                  style={{ width: 24, height: 24 }}
                />
              </td>
              <th scope="row">{words}</th>
              {PARTS.map(([part]) => (
                <td key={part} style={{ fontWeight: shown[part] === 'outer' ? 600 : 400 }}>
                  {shown[part] === 'outer' ? '■' : '□'} {name(shown[part])}
                </td>
              ))}
            </tr>
          );
        })}
      </tbody>
    </WideTable>
  );
}
