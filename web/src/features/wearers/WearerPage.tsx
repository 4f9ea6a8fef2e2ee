import { formatCollarSize } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useFittingsOf } from '../../common/api/fittings.ts';
import { useWearer } from '../../common/api/wearers.ts';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { moveDraft } from '../../common/forms/tabDrafts.ts';
import { Page } from '../../common/Page.tsx';
import { Section } from '../../common/Section.tsx';
import { LikelyDoubles } from './LikeWearers.tsx';
import { WearerForm } from './WearerForm.tsx';
import { FittingList, MeasureHistory, OwnedTies, Tyings } from './WearerRecords.tsx';

const wearerDraft = (id: string): string => `wearer.${id}`;

/** One wearer, or a new one: the record, measures over time, ties, and every fitting and tying. */
export function WearerPage() {
  const { id = '' } = useParams();
  return id === 'new' ? <NewWearerPage /> : <KnownWearerPage id={id} />;
}

function NewWearerPage() {
  const navigate = useNavigate();
  return (
    <Page title="A new wearer">
      <Box sx={{ maxWidth: 460 }}>
        <WearerForm
          name={wearerDraft('new')}
          wearer={null}
          onSaved={({ id }) => navigate(`/wearers/${id}`, { replace: true })}
          saveText="Save"
        />
      </Box>
    </Page>
  );
}

/** A record that was merged into another: what was typed into it goes along. */
function ToWhereItWent({ from, to }: { from: string; to: string }) {
  const navigate = useNavigate();
  useEffect(() => {
    moveDraft(wearerDraft(from), wearerDraft(to));
    void navigate(`/wearers/${to}`, { replace: true });
  }, [from, to, navigate]);
  return null;
}

function KnownWearerPage({ id }: { id: string }) {
  const navigate = useNavigate();
  const wearer = useWearer(id);
  const fittings = useFittingsOf(id);
  return (
    <Loaded reading={wearer}>
      {(known) =>
        known.mergedInto !== null ? (
          <ToWhereItWent from={known.id} to={known.mergedInto} />
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
                <WearerForm
                  key={known.id}
                  name={wearerDraft(known.id)}
                  wearer={known}
                  onSaved={(saved) => (saved.id === known.id ? undefined : navigate(`/wearers/${saved.id}`, { replace: true }))}
                  saveText="Save the record"
                />
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
