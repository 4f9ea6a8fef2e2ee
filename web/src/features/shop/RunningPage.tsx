import { PROBLEMS, type NotedFault, type NotedStatement, type Running, type RunningServer } from '@easytuck/contract';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import dayjs from 'dayjs';
import { Link } from 'react-router';
import { useRunning } from '../../common/api/running.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { QUIET, QUIET_NOTE } from '../../common/looks.ts';
import { Page } from '../../common/Page.tsx';
import { Section } from '../../common/Section.tsx';
import { OnlyFor } from '../../common/session/Allowed.tsx';
import { COLOURS, SIZE } from '../../theme.ts';
import { Backups } from './Backups.tsx';
import { sizeWords } from './backupWords.ts';

/** How the program runs: version, machines, records, backups, and what went wrong last. For the owner. */
export function RunningPage() {
  return (
    <Page
      title="How it runs"
      actions={
        <Button variant="outlined" component={Link} to="/shop">
          Shop
        </Button>
      }
    >
      <OnlyFor what="running.read" does="looks at how the program runs">
        <Now />
      </OnlyFor>
    </Page>
  );
}

function Now() {
  return <Loaded reading={useRunning()}>{(now) => <Known now={now} />}</Loaded>;
}

function Known({ now: { version, runtime, database, servers } }: { now: Running }) {
  const there = servers.filter(({ isThere }) => isThere);
  const gone = servers.filter(({ isThere, machine }) => !isThere && !there.some((each) => each.machine === machine));
  return (
    <Box
      sx={{ display: 'grid', gap: { xs: 4, md: 6 }, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(0, 1fr)' } }}
    >
      <Section title="Program">
        <Facts>
          <Fact name="Version">{version}</Fact>
          <Fact name="Runs on">{runtime}</Fact>
        </Facts>
        {gone.map(({ id, machine, seenAt }) => (
          <Alert key={id} severity="warning" sx={{ mt: 1.5 }}>
            The server of {machine} has said nothing since {momentWords(seenAt)}.
          </Alert>
        ))}
        <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0, mt: 2 }}>
          {there.map((server) => (
            <Server key={server.id} server={server} />
          ))}
        </Box>
      </Section>
      <Section title="Records">
        <Facts>
          <Fact name="Database">MariaDB {database.version.replace(/-MariaDB.*$/, '')}</Fact>
          <Fact name="Held by">{database.nodes === 1 ? 'one database' : `${database.nodes} nodes; this was read on ${database.node}`}</Fact>
          <Fact name="Size">{sizeWords(database.bytes)}</Fact>
          {database.rows.map(({ of, count, isAbout }) => (
            <Fact key={of} name={ROW_WORDS[of] ?? of}>
              {isAbout && 'about '}
              {count.toLocaleString('en-GB')}
            </Fact>
          ))}
        </Facts>
      </Section>
      <Box sx={{ gridColumn: '1 / -1' }}>
        <Section title="Backup">
          <Backups />
        </Section>
      </Box>
      <Section title="What went wrong last">
        <Faults faults={latest(servers, ({ faults }) => faults)} />
      </Section>
      <Section title="What took long last">
        <Slow slow={latest(servers, ({ slow }) => slow)} />
      </Section>
    </Box>
  );
}

const ROW_WORDS: Readonly<Record<string, string>> = {
  wearers: 'Wearers',
  ties: 'Ties',
  fittings: 'Fittings',
  tyings: 'Tyings',
  parties: 'Parties',
};
const SHOWN = 12;

const momentWords = (at: string): string => dayjs(at).format('D MMM, HH:mm:ss');

/** Where there are several machines, the one that it happened on. */
interface Where {
  readonly where: string | null;
}

/** Of all servers, latest first. */
const latest = <T extends { readonly at: string }>(
  servers: readonly RunningServer[],
  of: (server: RunningServer) => readonly T[],
): readonly (T & Where)[] =>
  servers
    .flatMap((server) => of(server).map((each) => ({ ...each, where: areSeveral(servers) ? server.machine : null })))
    .sort((a, b) => (a.at < b.at ? 1 : -1))
    .slice(0, SHOWN);

const areSeveral = (servers: readonly RunningServer[]): boolean => new Set(servers.map(({ machine }) => machine)).size > 1;

function Facts({ children }: { children: React.ReactNode }) {
  return (
    <Box
      component="dl"
      sx={{ m: 0, display: 'grid', gridTemplateColumns: 'minmax(7rem, max-content) minmax(0, 1fr)', columnGap: 2, rowGap: 0.5 }}
    >
      {children}
    </Box>
  );
}

function Fact({ name, children }: { name: string; children: React.ReactNode }) {
  return (
    <>
      <Box component="dt" sx={QUIET}>
        {name}
      </Box>
      <Box component="dd" sx={{ m: 0, fontVariantNumeric: 'tabular-nums' }}>
        {children}
      </Box>
    </>
  );
}

function Server({ server: { machine, node, startedAt, memoryMb, isHere, version } }: { server: RunningServer }) {
  return (
    <Box component="li" sx={{ borderTop: `1px solid ${COLOURS.rule}`, py: 1 }}>
      <Box>
        ✓ Server of <b>{machine}</b>
        {isHere && ' (answers this page)'}
      </Box>
      <Box sx={QUIET_NOTE}>
        since {momentWords(startedAt)}, {memoryMb} MB of memory{node !== '' && node !== machine && `, writes on ${node}`}, version {version}
      </Box>
    </Box>
  );
}

function Faults({ faults }: { faults: readonly (NotedFault & Where)[] }) {
  if (faults.length === 0) return <Box sx={QUIET}>Nothing, since the servers were started.</Box>;
  return (
    <Lines>
      {faults.map(({ at, number, where, route, code }) => (
        <Line key={number} at={at} number={number} where={where}>
          {code in PROBLEMS ? PROBLEMS[code as keyof typeof PROBLEMS].title : code}
          <Box sx={{ ...QUIET_NOTE, overflowWrap: 'anywhere' }}>{route}</Box>
        </Line>
      ))}
    </Lines>
  );
}

function Slow({ slow }: { slow: readonly (NotedStatement & Where)[] }) {
  if (slow.length === 0) return <Box sx={QUIET}>Nothing, since the servers were started.</Box>;
  return (
    <Lines>
      {slow.map(({ at, number, where, route, statement, tookMs }, i) => (
        <Line key={`${at} ${i}`} at={at} number={number} where={where}>
          {(tookMs / 1000).toFixed(1)} s: {statement}
          <Box sx={{ ...QUIET_NOTE, overflowWrap: 'anywhere' }}>{route}</Box>
        </Line>
      ))}
    </Lines>
  );
}

const Lines = ({ children }: { children: React.ReactNode }) => (
  <Box component="ul" sx={{ listStyle: 'none', p: 0, m: 0 }}>
    {children}
  </Box>
);

function Line({ at, number, where, children }: Where & { at: string; number: string | null; children: React.ReactNode }) {
  return (
    <Box component="li" sx={{ borderTop: `1px solid ${COLOURS.rule}`, py: 1, fontSize: SIZE.plain }}>
      <Box sx={{ ...QUIET_NOTE, fontVariantNumeric: 'tabular-nums' }}>
        {momentWords(at)}
        {number !== null && `, No. ${number}`}
        {where !== null && `, on ${where}`}
      </Box>
      {children}
    </Box>
  );
}
