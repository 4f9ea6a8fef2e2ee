import { wearer as wearerSchema, type Fitting, type Wearer, type WearerInput } from '@easytuck/contract';
import { formatCollarSize } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import dayjs from 'dayjs';
import { useState } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { useFittingsOf } from '../../shared/api/fittings.ts';
import { currentOf } from '../../shared/api/request.ts';
import { changeWearer, createWearer, refreshWearer, useWearer } from '../../shared/api/wearers.ts';
import { Loaded } from '../../shared/faces/Loaded.tsx';
import { Page } from '../../shared/Page.tsx';
import { useUnits } from '../../shared/UnitProvider.tsx';
import { sideWords } from '../../shared/words.ts';
import { COLOURS, FIGURES } from '../../theme.ts';
import { settingOfFitting } from '../fittings/settingOfFitting.ts';
import { WearerForm } from './WearerForm.tsx';

/** One wearer, or a new one: the record, and every fitting as it was given out. */
export function WearerPage() {
  const { id = '' } = useParams();
  return id === 'new' ? <NewWearerPage /> : <KnownWearerPage id={id} />;
}

function NewWearerPage() {
  const [id] = useState(() => uuid());
  const navigate = useNavigate();
  const save = async (typed: WearerInput, onKept: () => void): Promise<void> => {
    const saved = await createWearer({ ...typed, id });
    onKept();
    await navigate(`/wearers/${saved.id}`, { replace: true });
  };
  return (
    <Page title="A new wearer">
      <Box sx={{ maxWidth: 420 }}>
        <WearerForm draftKey="wearer.new" initial={EMPTY} onSave={save} saveText="Save" />
      </Box>
    </Page>
  );
}

const EMPTY: WearerInput = { name: '', collar: '', longEnd: 'left', note: '' };

function KnownWearerPage({ id }: { id: string }) {
  const wearer = useWearer(id);
  const fittings = useFittingsOf(id);
  return (
    <Loaded reading={wearer}>
      {(known) => (
        <Page
          title={known.name}
          actions={
            <Button variant="contained" component={Link} to={`/?wearer=${known.id}`}>
              To the bench
            </Button>
          }
        >
          <Box
            sx={{ display: 'grid', gap: { xs: 4, md: 6 }, gridTemplateColumns: { xs: '1fr', md: 'minmax(280px, 360px) minmax(0, 1fr)' } }}
          >
            <section aria-label="Record">
              <Typography variant="h2" sx={{ mb: 2 }}>
                Record
              </Typography>
              <WearerRecord key={known.version} wearer={known} />
            </section>
            <section aria-label="Fittings">
              <Typography variant="h2" sx={{ mb: 1 }}>
                Fittings, as given out
              </Typography>
              <Loaded reading={fittings}>{(list) => <FittingList fittings={list} />}</Loaded>
            </section>
          </Box>
        </Page>
      )}
    </Loaded>
  );
}

function WearerRecord({ wearer }: { wearer: Wearer }) {
  const [base, setBase] = useState(wearer);
  const save = async (typed: WearerInput, onKept: () => void): Promise<void> => {
    try {
      await changeWearer(
        base,
        { ...typed, version: base.version },
        { ...base, name: typed.name, longEnd: typed.longEnd, note: typed.note ?? '' },
        onKept,
      );
    } catch (error) {
      // Saving again puts this over what is there now, knowingly: it is shown beside the form.
      const current = currentOf(error, wearerSchema);
      if (current) setBase(current);
      throw error;
    }
  };
  const initial: WearerInput = { name: wearer.name, collar: wearer.collar.text, longEnd: wearer.longEnd, note: wearer.note };
  return (
    <WearerForm
      draftKey={`wearer.${wearer.id}`}
      initial={initial}
      onSave={save}
      onTakeTheirs={() => void refreshWearer(wearer.id)}
      saveText="Save the record"
    />
  );
}

function FittingList({ fittings }: { fittings: readonly Fitting[] }) {
  const { length } = useUnits();
  if (fittings.length === 0) return <Typography color="text.secondary">None yet. A fitting begins at the bench.</Typography>;
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, borderTop: `1px solid ${COLOURS.rule}` }}>
      {fittings.map((fitting) => (
        <Box component="li" key={fitting.id} sx={{ borderBottom: `1px solid ${COLOURS.rule}` }}>
          <Box
            component={Link}
            to={`/fittings/${fitting.id}`}
            sx={{
              display: 'block',
              px: 1,
              py: 1.25,
              color: 'text.primary',
              textDecoration: 'none',
              '&:hover': { backgroundColor: COLOURS.card },
            }}
          >
            <Box sx={{ display: 'flex', justifyContent: 'space-between', gap: 2 }}>
              <Box sx={{ fontSize: '1.0625rem', fontWeight: 560 }}>{fitting.tie.name}</Box>
              <Box sx={{ color: 'text.secondary', whiteSpace: 'nowrap' }}>{dayjs(fitting.givenOutAt).format('D MMM YYYY, HH:mm')}</Box>
            </Box>
            <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', mt: 0.25 }}>
              <Figure of="set at" figure={settingOfFitting(fitting, length).figure} />
              <Figure of={`lead, ${sideWords(fitting.longEnd)}`} figure={length(fitting.result.leadMm)} />
              <Figure of="spread" figure={length(fitting.result.spreadMm)} />
              <Figure of="collar" figure={formatCollarSize(fitting.collar)} />
            </Box>
          </Box>
        </Box>
      ))}
    </Box>
  );
}

function Figure({ of, figure }: { of: string; figure: string }) {
  return (
    <Box component="span" sx={{ color: 'text.secondary', fontSize: '0.875rem' }}>
      {of}{' '}
      <Box
        component="span"
        sx={{ fontFamily: FIGURES, fontVariantNumeric: 'tabular-nums', fontSize: '1.125rem', fontWeight: 560, color: 'text.primary' }}
      >
        {figure}
      </Box>
    </Box>
  );
}
