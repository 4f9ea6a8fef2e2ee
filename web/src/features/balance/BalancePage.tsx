import type { LedgerLine } from '@easytuck/contract';
import Box from '@mui/material/Box';
import { Link, useSearchParams } from 'react-router';
import { useFitting, useLedger } from '../../common/api/fittings.ts';
import { useTie } from '../../common/api/ties.ts';
import { useOwnTakeUps, useTyingsOfTie } from '../../common/api/tyings.ts';
import { useWearer } from '../../common/api/wearers.ts';
import { dayWords } from '../../common/dueWords.ts';
import { Face } from '../../common/faces/Face.tsx';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { Page } from '../../common/Page.tsx';
import { COLOURS, SIZE } from '../../theme.ts';
import { BalanceDesk } from './BalanceDesk.tsx';
import { QUIET, RULED_LINE } from '../../common/looks.ts';

/** The balance desk for a fitting (`?fitting=`); without one, the latest fittings to choose from. */
export function BalancePage() {
  const [search] = useSearchParams();
  const fittingId = search.get('fitting');
  return fittingId === null ? <LatestFittings /> : <OfFitting key={fittingId} id={fittingId} />;
}

function OfFitting({ id }: { id: string }) {
  const reading = useFitting(id);
  const fitting = reading.data;
  const tie = useTie(fitting?.tie.id ?? null);
  const wearer = useWearer(fitting?.wearer.id ?? null);
  const tyings = useTyingsOfTie(fitting?.tie.id ?? null);
  const own = useOwnTakeUps(fitting?.wearer.id ?? null);
  return (
    <Loaded reading={reading}>
      {(given) => (
        <Loaded reading={tie}>
          {(now) => (
            <Loaded reading={wearer}>
              {(who) => (
                <Loaded reading={tyings}>
                  {(all) => (
                    <Loaded reading={own}>
                      {(hands) => (
                        <BalanceDesk
                          fitting={given}
                          tie={now}
                          hands={hands.find(({ tieId }) => tieId === now.id) ?? null}
                          wearer={who}
                          tyings={all}
                        />
                      )}
                    </Loaded>
                  )}
                </Loaded>
              )}
            </Loaded>
          )}
        </Loaded>
      )}
    </Loaded>
  );
}

function LatestFittings() {
  return (
    <Page title="Balance">
      <Loaded reading={useLedger('limit=20')}>
        {({ lines }) =>
          lines.length === 0 ? (
            <Face title="No fitting yet">
              A tied bow is evened out against its card. <Link to="/">Fit somebody</Link> first.
            </Face>
          ) : (
            <>
              <Box sx={{ mb: 1.5, fontSize: SIZE.clear }}>Whose bow is tied?</Box>
              <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, borderTop: `1px solid ${COLOURS.rule}`, maxWidth: '47.5rem' }}>
                {lines.map((line) => (
                  <FittingLine key={line.id} line={line} />
                ))}
              </Box>
            </>
          )
        }
      </Loaded>
    </Page>
  );
}

const FittingLine = ({ line }: { line: LedgerLine }) => (
  <Box component="li" sx={RULED_LINE}>
    <Box
      component={Link}
      to={`/balance?fitting=${line.id}`}
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 2,
        px: 1,
        py: 1.25,
        color: 'text.primary',
        textDecoration: 'none',
        '&:hover': { backgroundColor: COLOURS.card },
      }}
    >
      <Box sx={{ flex: '1 1 8rem', fontWeight: 560 }}>{line.wearerName}</Box>
      <Box sx={{ flex: '1 1 8rem' }}>{line.tieName}</Box>
      <Box sx={QUIET}>{dayWords(line.givenOutAt)}</Box>
    </Box>
  </Box>
);
