import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { callPartyOff } from '../../common/api/parties.ts';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { QUIET_ASIDE } from '../../common/looks.ts';
import { notify } from '../../common/notices.tsx';
import { Section } from '../../common/Section.tsx';
import { useMay } from '../../common/session/sessionStore.ts';
import { PartyForm } from './PartyForm.tsx';
import { PartyLinks } from './PartyLinks.tsx';
import { FieldsOf } from '../../common/session/Allowed.tsx';
import type { PartProps } from './PartyPage.tsx';

/** The party’s details, its links, and calling it off. */
export function PartyTab({ page }: PartProps) {
  const { party } = page;
  const may = useMay();
  const isOff = party.calledOffAt !== null;
  const off = useSaving(async () => {
    await callPartyOff(party, !isOff);
    notify(isOff ? 'The party is on again. Check that its ties are still free.' : 'The party is called off. Its ties are released.');
  });
  return (
    <Box sx={{ display: 'grid', gap: 4, gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(0, 1fr) minmax(18rem, 24rem)' } }}>
      <Section title="Details">
        <FieldsOf what="parties.change">
          <PartyForm party={party} saveText="Save the party" onSaved={(saved) => notify(`${saved.name} is saved.`)} />
        </FieldsOf>
      </Section>
      <Box sx={{ display: 'grid', gap: 4, alignContent: 'start' }}>
        <PartyLinks page={page} />
        {may('parties.change') && (
          <Section title={isOff ? 'Called off' : 'Call it off'}>
            <Box sx={{ ...QUIET_ASIDE, mb: 1 }}>
              {isOff
                ? 'Everything you entered is kept.'
                : 'Its ties are released at once and its links stop working. Everything you entered is kept.'}
            </Box>
            <NotSaved failure={off.failure} what="done" kept="" />
            <Button variant="outlined" disabled={off.isBusy} onClick={() => void off.save()}>
              {isOff ? 'Put it on again' : 'Call the party off'}
            </Button>
          </Section>
        )}
      </Box>
    </Box>
  );
}
