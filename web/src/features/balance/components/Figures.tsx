import type { SymmetryFigures } from '@easytuck/core';
import Box from '@mui/material/Box';
import { WideTable } from '../../../common/WideTable.tsx';
import { QUIET } from '../../../common/looks.ts';

/** The wearer's left side against the right, and front bow against back. */
export function Figures({
  figures,
  fine,
  signed,
}: {
  figures: SymmetryFigures;
  fine: (lengthMm: number) => string;
  signed: (lengthMm: number) => string;
}) {
  const rows = [
    ['To the edge', fine(figures.left.extentMm), fine(figures.right.extentMm)],
    ['Height', fine(figures.left.heightMm), fine(figures.right.heightMm)],
    ['Cloth seen', `${(figures.left.areaMm2 / 100).toFixed(1)} cm²`, `${(figures.right.areaMm2 / 100).toFixed(1)} cm²`],
    ['Flat end past the loop', signed(figures.left.pointPastMm), signed(figures.right.pointPastMm)],
  ];
  return (
    <WideTable
      label="Side against side"
      sx={{
        mt: 2,
        '& th, & td': { textAlign: 'left', pr: { xs: 1.5, sm: 4 }, py: 0.5, fontWeight: 400 },
        fontVariantNumeric: 'tabular-nums',
      }}
    >
      <thead>
        <Box component="tr" sx={QUIET}>
          <th scope="col" />
          <th scope="col">wearer’s left</th>
          <th scope="col">wearer’s right</th>
        </Box>
      </thead>
      <tbody>
        {rows.map(([name, left, right]) => (
          <tr key={name}>
            <Box component="th" scope="row" sx={QUIET}>
              {name}
            </Box>
            <td>{left}</td>
            <td>{right}</td>
          </tr>
        ))}
        <tr>
          <Box component="th" scope="row" sx={QUIET}>
            Front bow, back bow
          </Box>
          <td>{fine(figures.frontSpreadMm)}</td>
          <td>{fine(figures.backSpreadMm)}</td>
        </tr>
      </tbody>
    </WideTable>
  );
}
