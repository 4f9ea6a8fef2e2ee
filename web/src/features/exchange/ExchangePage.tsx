import {
  LARGEST_IMPORT_MB,
  MOST_IMPORT_ROWS,
  type ExchangeKind,
  type ImportMode,
  type ImportReport,
  type KnownRows,
} from '@easytuck/contract';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import LinearProgress from '@mui/material/LinearProgress';
import { useEffect, useRef, useState, type DragEvent } from 'react';
import { Link, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { WideTable } from '../../common/WideTable.tsx';
import { cancelImport, exportAddress, importFile, useImportProgress } from '../../common/api/exchange.ts';
import { sentenceOf } from '../../common/api/request.ts';
import { NoSuchPage } from '../../common/faces/NoSuchPage.tsx';
import { Choice } from '../../common/Choice.tsx';
import { Page } from '../../common/Page.tsx';
import { COLOURS, SIZE } from '../../theme.ts';
import { QUIET } from '../../common/looks.ts';
import { OnlyFor } from '../../common/session/Allowed.tsx';
import { May } from '../../common/session/May.tsx';

const WORDS: Readonly<Record<ExchangeKind, { readonly title: string; readonly many: string; readonly room: string }>> = {
  ties: { title: 'The drawer as a table', many: 'ties', room: '/drawer' },
  wearers: { title: 'Wearers as a table', many: 'wearers', room: '/wearers' },
};

/** The drawer or the wearers as CSV or JSON, out and in. */
export function ExchangePage() {
  const { kind } = useParams();
  return kind === 'ties' || kind === 'wearers' ? <Exchange key={kind} kind={kind} /> : <NoSuchPage />;
}

/** Nothing chosen, being read, read with its report, or failed. */
type Reading =
  | { readonly state: 'none' }
  | { readonly state: 'reading'; readonly key: string; readonly mode: ImportMode }
  | { readonly state: 'read'; readonly report: ImportReport; readonly mode: ImportMode }
  | { readonly state: 'failed'; readonly error: unknown };

function Exchange({ kind }: { kind: ExchangeKind }) {
  const { title, many, room } = WORDS[kind];
  const input = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<File | null>(null);
  const [reading, setReading] = useState<Reading>({ state: 'none' });
  // an import ends with the page that it was begun on: nobody would see what came of it
  const running = useRef<AbortController | null>(null);
  useEffect(() => () => running.current?.abort(), []);
  const send = async (chosen: File, mode: ImportMode, known: KnownRows = 'skip'): Promise<void> => {
    running.current?.abort();
    const own = new AbortController();
    running.current = own;
    const key = uuid();
    setReading({ state: 'reading', key, mode });
    const show = (next: Reading): void => {
      if (running.current === own) setReading(next);
    };
    try {
      show({ state: 'read', mode, report: await importFile(kind, chosen, { mode, known, key }, own.signal) });
    } catch (error) {
      show({ state: 'failed', error });
    }
  };
  const choose = async (picked: File | undefined): Promise<void> => {
    if (!picked) return;
    setFile(picked);
    await send(picked, 'check');
  };
  const onDrop = (event: DragEvent): void => {
    event.preventDefault();
    void choose(event.dataTransfer.files[0]);
  };
  return (
    <Page
      title={title}
      actions={
        <Button variant="outlined" component={Link} to={room}>
          Back
        </Button>
      }
    >
      <Box sx={{ display: 'grid', gap: 5, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '18.75rem minmax(0, 1fr)' } }}>
        <section aria-label="Export">
          <Typography variant="h2" sx={{ mb: 1 }}>
            Export
          </Typography>
          <p style={{ marginTop: 0 }}>Lengths in millimetres; one row for each. A file saved here can be imported again as it is.</p>
          <Box sx={{ display: 'flex', gap: 1.5 }}>
            <May what="tables.export">
              {EXPORTS.map(([format, name]) => (
                <Button key={format} variant="outlined" component="a" href={exportAddress(kind, format)} download>
                  {name}
                </Button>
              ))}
            </May>
          </Box>
        </section>
        <OnlyFor what="tables.import" does="imports tables">
          <section aria-label="Import">
            <Typography variant="h2" sx={{ mb: 1 }}>
              Import
            </Typography>
            <Box
              onDrop={onDrop}
              onDragOver={(event) => event.preventDefault()}
              sx={{
                border: `1.5px dashed ${COLOURS.pencil}`,
                borderRadius: 1,
                p: 2.5,
                mb: 2,
                display: 'flex',
                gap: 2,
                alignItems: 'center',
                flexWrap: 'wrap',
              }}
            >
              <Button variant="contained" onClick={() => input.current?.click()}>
                Choose a file
              </Button>
              <input
                ref={input}
                type="file"
                aria-label="File to import"
                accept=".csv,.txt,.json,text/csv,application/json"
                hidden
                onChange={(event) => {
                  void choose(event.target.files?.[0]);
                  // so that the same file, mended, can be chosen again
                  event.target.value = '';
                }}
              />
              <Box sx={QUIET}>
                {file
                  ? file.name
                  : `CSV with commas, semicolons or tabs, or JSON; or drop it here. It is only checked at first. Up to ${MOST_IMPORT_ROWS[kind].toLocaleString('en-GB')} rows and ${LARGEST_IMPORT_MB} MB.`}
              </Box>
            </Box>
            {reading.state === 'reading' && <Progress importKey={reading.key} mode={reading.mode} />}
            {reading.state === 'failed' && (
              <Alert severity="error" action={file && <Button onClick={() => void send(file, 'check')}>Try again</Button>}>
                Nothing was imported. {sentenceOf(reading.error)}
              </Alert>
            )}
            {reading.state === 'read' && file && (
              <Report report={reading.report} mode={reading.mode} many={many} onTake={(mode, known) => void send(file, mode, known)} />
            )}
          </section>
        </OnlyFor>
      </Box>
    </Page>
  );
}

/** How far the reading is, once it takes longer than a moment; to be ended before it is through. */
function Progress({ importKey, mode }: { importKey: string; mode: ImportMode }) {
  const { data } = useImportProgress(importKey);
  const [isCancelling, setCancelling] = useState(false);
  const share = data?.share ?? 0;
  return (
    <Box>
      <Box role="status" sx={{ mb: 1 }}>
        {isCancelling ? 'Cancelling …' : mode === 'check' ? 'Checking …' : 'Importing …'} {data && data.rows > 0 ? rows(data.rows) : ''}
      </Box>
      <LinearProgress
        aria-label="How far the file is read"
        {...(share > 0 ? { variant: 'determinate' as const, value: 100 * share } : {})}
        sx={{ mb: 1.5, height: 6 }}
      />
      <Button
        variant="outlined"
        disabled={isCancelling}
        onClick={() => {
          setCancelling(true);
          cancelImport(importKey).catch(() => setCancelling(false));
        }}
      >
        Cancel
      </Button>
    </Box>
  );
}

const rows = (count: number): string => `${count.toLocaleString('en-GB')} ${count === 1 ? 'row' : 'rows'}`;

const count = (many: number): string => many.toLocaleString('en-GB');

const READ_AS: Readonly<Record<ImportReport['readAs'], string>> = {
  'utf-8': '',
  'utf-16le': 'Read as UTF-16.',
  'utf-16be': 'Read as UTF-16.',
  'windows-1252': 'This file is not UTF-8. It was read as Windows-1252: look whether the accents are right.',
};

const KNOWN: readonly { readonly value: KnownRows; readonly text: string }[] = [
  { value: 'skip', text: 'leave as they are' },
  { value: 'update', text: 'bring up to date' },
  { value: 'add', text: 'enter again' },
];

/** What an import would do, on its button. */
function takeWords({ good, known, bad }: ImportReport, chosen: KnownRows): string {
  const fresh = chosen === 'add' ? good + known : good;
  const parts = [
    ...(fresh > 0 ? [`import ${bad > 0 ? 'only ' : ''}${count(fresh)}`] : []),
    ...(chosen === 'update' && known > 0 ? [`update ${count(known)}`] : []),
  ].join(' and ');
  return parts === '' ? 'Nothing to import' : `${parts.charAt(0).toUpperCase()}${parts.slice(1)}`;
}

/** What came of an import, in a sentence. */
function cameWords({ taken, updated, bad, known }: ImportReport, many: string): string {
  const parts = [
    `${count(taken)} of the ${many} imported`,
    ...(updated > 0 ? [`${count(updated)} brought up to date`] : []),
    ...(known > 0 && updated === 0 && taken === 0 ? [`${count(known)} on record already, as they were`] : []),
    ...(bad > 0 ? [`${rows(bad)} with mistakes left out`] : []),
  ];
  return `${parts.join('; ')}.`;
}

/** What a file holds: imported, ready to be, or its mistakes row by row and column by column. */
function Report({
  report,
  mode,
  many,
  onTake,
}: {
  report: ImportReport;
  mode: ImportMode;
  many: string;
  onTake: (mode: ImportMode, known: KnownRows) => void;
}) {
  const { total, good, known, bad, readAs, mistakes, further } = report;
  const [chosen, setChosen] = useState<KnownRows>('skip');
  const isNothing = (chosen === 'skip' ? good : good + known) === 0;
  if (mode !== 'check' && (mode === 'good' || bad === 0)) return <Alert severity="success">{cameWords(report, many)}</Alert>;
  return (
    <>
      {READ_AS[readAs] !== '' && (
        <Alert severity="info" sx={{ mb: 1.5 }}>
          {READ_AS[readAs]}
        </Alert>
      )}
      <Box role="status" sx={{ fontSize: SIZE.field, mb: 1.5 }}>
        {rows(total)}: {count(good)} new, {known > 0 ? `${count(known)} on record already, ` : ''}
        {count(bad)} with mistakes. Nothing is imported yet.
      </Box>
      {known > 0 && (
        <Box sx={{ mb: 2 }}>
          <Choice label="Those on record already" value={chosen} onChange={setChosen} options={KNOWN} />
        </Box>
      )}
      <Box sx={{ display: 'flex', gap: 1.5, mb: 2, flexWrap: 'wrap' }}>
        <Button
          variant={bad === 0 ? 'contained' : 'outlined'}
          disabled={isNothing}
          onClick={() => onTake(bad === 0 ? 'all' : 'good', chosen)}
        >
          {takeWords(report, chosen)}
        </Button>
      </Box>
      {mistakes.length > 0 && (
        <WideTable
          sx={{
            width: '100%',
            '& th': { textAlign: 'left', fontWeight: 400, color: 'text.secondary' },
            '& td, & th': { py: 0.75, pr: 2, borderBottom: `1px solid ${COLOURS.rule}`, verticalAlign: 'top' },
          }}
        >
          <thead>
            <tr>
              <th scope="col">row</th>
              <th scope="col">column</th>
              <th scope="col">as it stands</th>
              <th scope="col">what would be right</th>
            </tr>
          </thead>
          <tbody>
            {mistakes.map(({ row, column, value, message }, i) => (
              <tr key={i}>
                <td>{row}</td>
                <Box component="td" sx={{ whiteSpace: 'nowrap' }}>
                  {column}
                </Box>
                <Box component="td" sx={{ maxWidth: '10rem', overflow: 'hidden', textOverflow: 'ellipsis' }}>
                  {value === '' ? '(empty)' : value}
                </Box>
                <td>{message}</td>
              </tr>
            ))}
          </tbody>
        </WideTable>
      )}
      {further > 0 && <Box sx={{ mt: 1 }}>and {further.toLocaleString('en-GB')} more.</Box>}
    </>
  );
}

const EXPORTS = [
  ['csv', 'CSV'],
  ['xlsx', 'Excel'],
  ['json', 'JSON'],
] as const;
