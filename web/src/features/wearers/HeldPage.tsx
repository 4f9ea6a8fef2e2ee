import type { HeldRecords } from '@easytuck/contract';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Link, useParams } from 'react-router';
import { useHeld } from '../../common/api/privacy.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { QUIET } from '../../common/looks.ts';
import { Page } from '../../common/Page.tsx';
import { Section } from '../../common/Section.tsx';
import { COLOURS, SIZE } from '../../theme.ts';

const PARTS = [
  ['wearer', 'The record'],
  ['mergedRecords', 'Records merged into it'],
  ['measures', 'Measures over time'],
  ['ties', 'Ties owned'],
  ['fittings', 'Fittings, with their cards'],
  ['tyings', 'Tyings'],
  ['links', 'Links to the coach'],
  ['parties', 'Parties'],
] as const satisfies readonly (readonly [keyof HeldRecords, string])[];

/** Everything that is held of a wearer: to be read, printed, or taken away as a file. */
export function HeldPage() {
  const { id = '' } = useParams();
  return (
    <Loaded reading={useHeld(id)}>
      {(held) => (
        <Page
          title={`Held of ${held.of}`}
          actions={
            <>
              <Button variant="outlined" component={Link} to={`/wearers/${id}`}>
                Back to the record
              </Button>
              <Button variant="contained" onClick={() => save(held)}>
                Save as a file
              </Button>
            </>
          }
        >
          <Box sx={{ ...QUIET, mb: 3 }}>
            All that {held.shop} holds of {held.of}, as of {held.asOf.slice(0, 16).replace('T', ' ')} UTC. Lengths are in millimetres.
            Backups hold the same until they are dropped.
          </Box>
          <Box sx={{ display: 'grid', gap: 3 }}>
            {PARTS.map(([part, title]) => {
              const rows = part === 'wearer' ? [held.wearer] : held[part];
              return (
                <Section key={part} title={title} heading={`${title}${part === 'wearer' ? '' : ` (${rows.length})`}`}>
                  {rows.length === 0 && <Box sx={QUIET}>Nothing.</Box>}
                  <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, 25rem), 1fr))' }}>
                    {rows.map((row, i) => (
                      <Row key={i} row={row} />
                    ))}
                  </Box>
                </Section>
              );
            })}
          </Box>
        </Page>
      )}
    </Loaded>
  );
}

/** One record: what is said in it, and where that is a document, as it is written. */
function Row({ row }: { row: Readonly<Record<string, unknown>> }) {
  return (
    <Box
      component="dl"
      sx={{
        m: 0,
        p: 1.5,
        border: `1px solid ${COLOURS.thread}`,
        backgroundColor: COLOURS.card,
        display: 'grid',
        gridTemplateColumns: 'minmax(0, 9rem) minmax(0, 1fr)',
        columnGap: 1.5,
        rowGap: 0.25,
        alignContent: 'start',
        fontSize: SIZE.plain,
        '& dt': { color: 'text.secondary', fontSize: SIZE.note, overflowWrap: 'anywhere' },
        '& dd': { m: 0, overflowWrap: 'anywhere' },
      }}
    >
      {Object.entries(row)
        .filter(([, value]) => value !== null && value !== '')
        .map(([name, value]) => (
          <Box key={name} sx={{ display: 'contents' }}>
            <dt>{name.replaceAll('_', ' ')}</dt>
            <dd>
              {typeof value === 'object' ? (
                <details>
                  <summary>as it is written</summary>
                  <Box
                    component="pre"
                    tabIndex={0}
                    sx={{ m: 0, fontSize: SIZE.tiny, overflow: 'auto', maxHeight: '18rem', whiteSpace: 'pre-wrap' }}
                  >
                    {JSON.stringify(value, null, 1)}
                  </Box>
                </details>
              ) : (
                JSON.stringify(value).replace(/^"|"$/g, '')
              )}
            </dd>
          </Box>
        ))}
    </Box>
  );
}

function save(held: HeldRecords): void {
  const address = URL.createObjectURL(new Blob([JSON.stringify(held, null, 1)], { type: 'application/json' }));
  const link = document.createElement('a');
  link.href = address;
  link.download = `held-of-${held.of.replace(/[^\p{L}\p{N}]+/gu, '-')}.json`;
  link.click();
  URL.revokeObjectURL(address);
}
