import { wearer as wearerSchema, type Wearer, type WearerInput } from '@easytuck/contract';
import { formatCollarSize } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { Link, Navigate, useNavigate, useParams } from 'react-router';
import { v7 as uuid } from 'uuid';
import { useFittingsOf } from '../../common/api/fittings.ts';
import { currentOf } from '../../common/api/request.ts';
import { changeWearer, createWearer, refreshWearer, useWearer } from '../../common/api/wearers.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { Page } from '../../common/Page.tsx';
import { Section } from '../../common/Section.tsx';
import { LikelyDoubles } from './LikeWearers.tsx';
import { WearerForm } from './WearerForm.tsx';
import { EMPTY_WEARER, toWearerForm } from './wearerForm.ts';
import { FittingList, MeasureHistory, OwnedTies, Tyings } from './WearerRecords.tsx';

/** One wearer, or a new one: the record, measures over time, ties, and every fitting and tying. */
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
      <Box sx={{ maxWidth: 460 }}>
        <WearerForm draftKey="wearer.new" initial={EMPTY_WEARER} wearerId={null} onSave={save} saveText="Save" />
      </Box>
    </Page>
  );
}

function KnownWearerPage({ id }: { id: string }) {
  const wearer = useWearer(id);
  const fittings = useFittingsOf(id);
  return (
    <Loaded reading={wearer}>
      {(known) =>
        known.mergedInto !== null ? (
          <Navigate to={`/wearers/${known.mergedInto}`} replace />
        ) : (
          <Page
            title={known.name}
            actions={
              <>
                <Box sx={{ color: 'text.secondary' }}>
                  {known.collarEstimated ? '≈ ' : ''}
                  {formatCollarSize(known.collar)}
                  {known.collarEstimated ? ', estimated from the neck' : ''}
                </Box>
                <Button variant="contained" component={Link} to={`/?wearer=${known.id}`}>
                  To the bench
                </Button>
              </>
            }
          >
            <LikelyDoubles wearer={known} />
            <Box
              sx={{ display: 'grid', gap: { xs: 4, md: 6 }, gridTemplateColumns: { xs: '1fr', md: 'minmax(300px, 400px) minmax(0, 1fr)' } }}
            >
              <Section title="Record">
                <WearerRecord key={known.version} wearer={known} />
              </Section>
              <Box sx={{ display: 'grid', gap: 4, alignContent: 'start' }}>
                <Section title="Fittings" heading="Fittings, as given out">
                  <Loaded reading={fittings}>{(list) => <FittingList fittings={list} />}</Loaded>
                </Section>
                <Section title="Ties owned">
                  <OwnedTies wearerId={known.id} />
                </Section>
                <Section title="Tyings">
                  <Tyings wearer={known} fittings={fittings.data ?? []} />
                </Section>
                <Section title="Measures over time">
                  <MeasureHistory wearerId={known.id} />
                </Section>
              </Box>
            </Box>
          </Page>
        )
      }
    </Loaded>
  );
}

function WearerRecord({ wearer }: { wearer: Wearer }) {
  const [base, setBase] = useState(wearer);
  const [initial] = useState(() => toWearerForm(wearer));
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
  return (
    <WearerForm
      draftKey={`wearer.${wearer.id}`}
      initial={initial}
      wearerId={wearer.id}
      onSave={save}
      onTakeTheirs={() => void refreshWearer(wearer.id)}
      saveText="Save the record"
    />
  );
}
