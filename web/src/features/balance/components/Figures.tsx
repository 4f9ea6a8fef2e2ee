import type { SymmetryFigures } from '@easytuck/core';
import Box from '@mui/material/Box';
import { signed } from '../balanceDesk.ts';

/** The wearer's left side against his right, and front bow against back. */
export function Figures({ figures }: { figures: SymmetryFigures }) {
  const rows = [
    ['To the edge', `${figures.left.extentMm.toFixed(0)} mm`, `${figures.right.extentMm.toFixed(0)} mm`],
    ['Height', `${figures.left.heightMm.toFixed(0)} mm`, `${figures.right.heightMm.toFixed(0)} mm`],
    ['Cloth seen', `${(figures.left.areaMm2 / 100).toFixed(1)} cm²`, `${(figures.right.areaMm2 / 100).toFixed(1)} cm²`],
    ['Flat end past the loop', `${signed(figures.left.pointPastMm)} mm`, `${signed(figures.right.pointPastMm)} mm`],
  ];
  return (
    <Box
      component="table"
      aria-label="Side against side"
      sx={{
        mt: 2,
        borderCollapse: 'collapse',
        '& th, & td': { textAlign: 'left', pr: 4, py: 0.5, fontWeight: 400 },
        fontVariantNumeric: 'tabular-nums',
      }}
    >
      <thead>
        <Box component="tr" sx={{ color: 'text.secondary' }}>
          <th scope="col" />
          <th scope="col">wearer’s left</th>
          <th scope="col">wearer’s right</th>
        </Box>
      </thead>
      <tbody>
        {rows.map(([name, left, right]) => (
          <tr key={name}>
            <Box component="th" scope="row" sx={{ color: 'text.secondary' }}>
              {name}
            </Box>
            <td>{left}</td>
            <td>{right}</td>
          </tr>
        ))}
        <tr>
          <Box component="th" scope="row" sx={{ color: 'text.secondary' }}>
            Front, back bow
          </Box>
          <td>{figures.frontSpreadMm.toFixed(0)} mm</td>
          <td>{figures.backSpreadMm.toFixed(0)} mm</td>
        </tr>
      </tbody>
    </Box>
  );
}
