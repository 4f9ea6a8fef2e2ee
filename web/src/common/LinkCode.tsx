import Box from '@mui/material/Box';
import { useEffect, useState } from 'react';

/** An address as a code that telephones read. */
export function LinkCode({ address, label }: { address: string; label: string }) {
  const code = useCode(address);
  return (
    <Box
      component="svg"
      role="img"
      aria-label={label}
      viewBox={`-4 -4 ${code.size + 8} ${code.size + 8}`}
      sx={{ width: '11.25rem', height: '11.25rem', backgroundColor: '#fff', shapeRendering: 'crispEdges' }}
    >
      <path d={code.d} fill="#000" />
    </Box>
  );
}

/** A text as a QR code: bars of dark modules. The writer of codes is fetched when there is something to write. */
function useCode(text: string): { readonly size: number; readonly d: string } {
  const [code, setCode] = useState({ size: 33, d: '' });
  useEffect(() => {
    let isWanted = true;
    void import('qrcode').then(({ create }) => {
      const { modules } = create(text, { errorCorrectionLevel: 'M' });
      let d = '';
      for (let row = 0; row < modules.size; row += 1)
        for (let column = 0; column < modules.size; column += 1) if (modules.get(row, column)) d += `M${column} ${row}h1v1h-1z`;
      if (isWanted) setCode({ size: modules.size, d });
    });
    return () => {
      isWanted = false;
    };
  }, [text]);
  return code;
}
