import { MISSING_WORDS, settingWords } from '@easytuck/contract';
import { settingAt } from '@easytuck/core';

import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import useMediaQuery from '@mui/material/useMediaQuery';
import type { Theme } from '@mui/material/styles';
import { useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { QUIET, RULED_LINE, RULED_LIST } from '../../common/looks.ts';
import { useMay } from '../../common/session/sessionStore.ts';
import { useShortcuts } from '../../common/shortcuts/shortcuts.ts';
import { useUnits } from '../../common/UnitProvider.tsx';
import { COLOURS, FIGURES, SIZE } from '../../theme.ts';
import { AddMember } from './AddMember.tsx';
import { MemberPanel } from './MemberPanel.tsx';
import type { PartProps } from './PartyPage.tsx';
import { collarWords, FIELD_OF, nextMissing, type MemberLine } from './partyViewModel.ts';
import { MemberTable } from './MemberTable.tsx';

/** The people of a party: a list to work down, with the chosen person beside it. */
export function PeopleTab({ page, view, drawer }: PartProps) {
  const [search, setSearch] = useSearchParams();
  const may = useMay();
  const [isTable, showTable] = useState(false);
  const isBeside = useMediaQuery((theme: Theme) => theme.breakpoints.up('lg'));
  const whoId = search.get('who');
  const chosen = view.lines.find(({ member }) => member.id === whoId) ?? null;
  const add = useRef<HTMLInputElement>(null);
  const open = (id: string | null, field?: string): void => {
    setSearch(id === null ? {} : { who: id, ...(field === undefined ? {} : { at: field }) }, { replace: true });
  };
  const goOn = (): void => {
    const next = nextMissing(view.lines, whoId);
    const [first] = next?.missing ?? [];
    if (next && first) open(next.member.id, FIELD_OF[first]);
  };
  useShortcuts('Party', [
    { key: 'n', says: 'the next thing to do', run: goOn },
    { key: 'a', says: 'add a person', run: () => add.current?.focus() },
  ]);
  const missing = view.lines.reduce((sum, line) => sum + line.missing.length, 0);
  const mayChange = may('parties.change') && page.party.calledOffAt === null;
  const panel = chosen && (
    <MemberPanel
      key={chosen.member.id}
      page={page}
      line={chosen}
      stage={view.stage}
      drawer={drawer}
      at={search.get('at')}
      onClose={() => open(null)}
      onNext={goOn}
    />
  );
  return (
    <Box
      sx={{
        display: 'grid',
        gap: { xs: 2, md: 4 },
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 1.35fr) minmax(24rem, 1fr)' },
        alignItems: 'start',
      }}
    >
      <Box sx={{ minWidth: 0 }}>
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'flex-end', mb: 1.5 }}>
          {mayChange && <AddMember inputRef={add} page={page} onAdded={() => open(null)} />}
          {mayChange && (
            <Button variant="outlined" aria-expanded={isTable} onClick={() => showTable(!isTable)}>
              {isTable ? 'Close the table' : 'Add from a table'}
            </Button>
          )}
          {missing > 0 && (
            <Button variant="contained" onClick={goOn}>
              Next to do
            </Button>
          )}
        </Box>
        {isTable && <MemberTable partyId={page.party.id} onDone={() => showTable(false)} />}
        {view.lines.length === 0 ? (
          <Box sx={{ ...QUIET, maxWidth: '36rem' }}>
            Type a name and press Enter for each person, or add them from a table. You can also send the lead their link (under The party),
            and they enter the names.
          </Box>
        ) : (
          <Box component="ul" aria-label="People" sx={RULED_LIST}>
            {view.lines.map((line) => (
              <Box component="li" key={line.member.id} sx={RULED_LINE}>
                <MemberRow
                  line={line}
                  isChosen={line.member.id === whoId}
                  onChoose={() => open(line.member.id === whoId ? null : line.member.id)}
                />
                {/* in place, where there is no room beside the list */}
                {!isBeside && line.member.id === whoId && <Box sx={{ pb: 2 }}>{panel}</Box>}
              </Box>
            ))}
          </Box>
        )}
      </Box>
      {isBeside && (
        <Box sx={{ position: 'sticky', top: 12, maxHeight: 'calc(100vh - 24px)', overflowY: 'auto' }}>
          {panel ?? (
            <Box sx={{ ...QUIET, borderLeft: `3px solid ${COLOURS.rule}`, pl: 2, py: 1 }}>
              {missing > 0
                ? 'Choose a person, or press N for the next thing to do. Ctrl and Enter saves and goes on, also from within a field.'
                : 'Nothing left to do. Choose a person to see their details.'}
            </Box>
          )}
        </Box>
      )}
    </Box>
  );
}

function MemberRow({ line, isChosen, onChoose }: { line: MemberLine; isChosen: boolean; onChoose: () => void }) {
  const { member, known, tie, missing } = line;
  const { length } = useUnits();
  const set = tie && member.step !== null && member.step >= 0 ? setOf(line, length) : '';
  return (
    <Box
      component="button"
      type="button"
      aria-expanded={isChosen}
      onClick={onChoose}
      sx={{
        display: 'grid',
        width: '100%',
        gridTemplateColumns: { xs: 'minmax(0, 1fr) auto', sm: 'minmax(0, 1fr) 6rem minmax(0, 1fr) minmax(0, 1.1fr)' },
        alignItems: 'baseline',
        columnGap: 2,
        px: 1,
        py: 1.1,
        border: 0,
        borderLeft: `4px solid ${isChosen ? COLOURS.short : 'transparent'}`,
        background: isChosen ? COLOURS.card : 'none',
        font: 'inherit',
        color: 'inherit',
        textAlign: 'left',
        cursor: 'pointer',
        '&:hover': { backgroundColor: COLOURS.card },
      }}
    >
      <Box sx={{ fontSize: SIZE.clear, fontWeight: 560, minWidth: 0, overflowWrap: 'anywhere' }}>
        {member.name}
        {member.doneAt !== null && (
          <Box component="span" sx={{ color: 'success.main', fontWeight: 400 }}>
            {' '}
            · tied
          </Box>
        )}
      </Box>
      <Box
        sx={{
          fontFamily: FIGURES,
          fontVariantNumeric: 'tabular-nums',
          fontSize: SIZE.head,
          fontWeight: 560,
          whiteSpace: 'nowrap',
          color: known ? 'text.primary' : 'error.main',
        }}
      >
        {collarWords(known)}
      </Box>
      <Box sx={{ ...QUIET, minWidth: 0, gridColumn: { xs: '1 / -1', sm: 'auto' } }}>
        {tie
          ? `${tie.name}${set === '' ? ', not set yet' : `, ${set}`}${member.isOwnTie ? ', their own' : ''}`
          : member.isOwnTie
            ? 'their own'
            : ''}
      </Box>
      <Box
        sx={{
          minWidth: 0,
          gridColumn: { xs: '1 / -1', sm: 'auto' },
          color: missing.length > 0 ? 'error.main' : 'success.main',
          fontSize: SIZE.plain,
        }}
      >
        {missing.length > 0 ? missing.map((each) => MISSING_WORDS[each].what).join(', ') : 'ready'}
      </Box>
    </Box>
  );
}

/** A set in words; nothing where the band no longer has it. */
function setOf({ tie, member }: MemberLine, length: (lengthMm: number) => string): string {
  if (!tie || member.step === null) return '';
  try {
    return settingWords(settingAt(tie.hardware, member.step), length).phrase;
  } catch (error) {
    if (error instanceof RangeError) return '';
    throw error;
  }
}
