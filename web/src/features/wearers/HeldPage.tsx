import { heldInWords, type HeldEntry, type HeldRecords, type HeldSection } from '@easytuck/contract';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Link, useParams } from 'react-router';
import { useHeld } from '../../common/api/privacy.ts';
import { dayWords } from '../../common/dueWords.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { QUIET } from '../../common/looks.ts';
import { Page } from '../../common/Page.tsx';
import { saveFile } from '../../common/saveFile.ts';
import { Section } from '../../common/Section.tsx';
import { useUnits } from '../../common/UnitProvider.tsx';
import { OnlyFor } from '../../common/session/Allowed.tsx';
import { COLOURS, SIZE } from '../../theme.ts';

/** Everything that is held of a wearer, in words: to read, to print, and to save as text or as data. */
export function HeldPage() {
  return (
    <OnlyFor what="wearers.tell" does="gives a wearer what is held about them">
      <Held />
    </OnlyFor>
  );
}

function Held() {
  const { id = '' } = useParams();
  const { length } = useUnits();
  return (
    <Loaded reading={useHeld(id)}>
      {(held) => {
        const sections = heldInWords(held, { length, day: dayWords });
        const intro = introOf(held);
        return (
          <Page
            title={`What we hold about ${held.of}`}
            actions={
              <>
                <Button variant="outlined" component={Link} to={`/wearers/${id}`}>
                  Back to the record
                </Button>
                <Button
                  variant="outlined"
                  onClick={() => saveFile(fileName(held, 'json'), 'application/json', JSON.stringify(held, null, 1))}
                >
                  Save as data
                </Button>
                <Button
                  variant="contained"
                  onClick={() => saveFile(fileName(held, 'txt'), 'text/plain;charset=utf-8', textOf(intro, sections))}
                >
                  Save as text
                </Button>
              </>
            }
          >
            <Box sx={{ ...QUIET, mb: 3, maxWidth: '45rem' }}>{intro}</Box>
            <Box sx={{ display: 'grid', gap: 3 }}>
              {sections.map(({ title, entries }) => (
                <Section key={title} title={title} heading={entries.length === 1 ? title : `${title} (${entries.length})`}>
                  {entries.length === 0 && <Box sx={QUIET}>Nothing.</Box>}
                  <Box sx={{ display: 'grid', gap: 2, gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, 25rem), 1fr))' }}>
                    {entries.map((entry, i) => (
                      <Entry key={i} entry={entry} />
                    ))}
                  </Box>
                </Section>
              ))}
            </Box>
          </Page>
        );
      }}
    </Loaded>
  );
}

const introOf = ({ shop, of, asOf }: HeldRecords): string =>
  `Everything that ${shop} holds about ${of}, as of ${dayWords(asOf)}. The measures of ties and the drawings on cards are in the data file. Backups hold the same until they are deleted.`;

function Entry({ entry: { heading, lines } }: { entry: HeldEntry }) {
  return (
    <Box sx={{ p: 1.5, border: `1px solid ${COLOURS.thread}`, backgroundColor: COLOURS.card, breakInside: 'avoid' }}>
      <Box component="h3" sx={{ m: 0, mb: 0.75, fontSize: SIZE.text }}>
        {heading}
      </Box>
      <Box
        component="dl"
        sx={{
          m: 0,
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
        {lines.map(([label, value], i) => (
          <Box key={i} sx={{ display: 'contents' }}>
            <dt>{label}</dt>
            <dd>{value}</dd>
          </Box>
        ))}
      </Box>
    </Box>
  );
}

const textOf = (intro: string, sections: readonly HeldSection[]): string =>
  [
    intro,
    ...sections.flatMap(({ title, entries }) => [
      `\n${title.toUpperCase()}`,
      ...(entries.length === 0 ? ['Nothing.'] : []),
      ...entries.map(({ heading, lines }) => [`\n${heading}`, ...lines.map(([label, value]) => `  ${label}: ${value}`)].join('\n')),
    ]),
    '',
  ].join('\n');

const fileName = (held: HeldRecords, ending: string): string => `held-about-${held.of.replace(/[^\p{L}\p{N}]+/gu, '-')}.${ending}`;
