import type { NewWearer, Wearer } from '@easytuck/contract';
import { formatCollarSize } from '@easytuck/core';
import Alert from '@mui/material/Alert';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import { useFittingsOf } from '../../common/api/fittings.ts';
import { useTyingsOf } from '../../common/api/tyings.ts';
import { createWearer, deleteWearer, putWearerAway, useWearer } from '../../common/api/wearers.ts';
import { NotSaved } from '../../common/forms/NotSaved.tsx';
import { useSaving } from '../../common/forms/useSaving.ts';
import { notify } from '../../common/notices.tsx';
import { Loaded } from '../../common/faces/Loaded.tsx';
import { moveDraft } from '../../common/forms/tabDrafts.ts';
import { Page } from '../../common/Page.tsx';
import { Section } from '../../common/Section.tsx';
import { Privacy } from './Erase.tsx';
import { LikelyDoubles, MergeAny } from './LikeWearers.tsx';
import { wearerDraft } from './wearerDraft.ts';
import { WearerForm } from './WearerForm.tsx';
import { FittingList, MeasureHistory, OwnedTies, Tyings } from './WearerRecords.tsx';
import { QUIET } from '../../common/looks.ts';
import { OnlyFor } from '../../common/session/Allowed.tsx';
import { May } from '../../common/session/May.tsx';
import { useMay } from '../../common/session/sessionStore.ts';
import { useShortcuts } from '../../common/shortcuts/shortcuts.ts';

/** One wearer, or a new one: the record, measures over time, ties, and every fitting and tying. */
export function WearerPage() {
  const { id = '' } = useParams();
  return id === 'new' ? <NewWearerPage /> : <KnownWearerPage id={id} />;
}

function NewWearerPage() {
  const navigate = useNavigate();
  return (
    <OnlyFor what="wearers.change" does="adds wearers">
      <Page title="A new wearer">
        <Box sx={{ maxWidth: '28.75rem' }}>
          <WearerForm
            name={wearerDraft('new')}
            wearer={null}
            onSaved={({ id, name }) => {
              notify(`${name} is on record.`);
              return navigate(`/wearers/${id}`, { replace: true });
            }}
            saveText="Save wearer"
          />
        </Box>
      </Page>
    </OnlyFor>
  );
}

/** Puts the record away, or deletes one that nothing goes back to yet. */
function PutAway({ wearer, isFitted }: { wearer: Wearer; isFitted: boolean }) {
  const navigate = useNavigate();
  const tyings = useTyingsOf(wearer.id).data;
  const canDelete = !isFitted && tyings?.length === 0;
  const { save, isBusy, failure } = useSaving(async (what: 'away' | 'back' | 'delete') => {
    if (what === 'delete') {
      await deleteWearer(wearer);
      notify(`${wearer.name} is deleted.`, () => void createWearer(asNew(wearer)));
      await navigate('/wearers');
      return;
    }
    const saved = await putWearerAway(wearer, what === 'away');
    notify(
      what === 'away' ? `${wearer.name} is archived.` : `${wearer.name} is back in the list.`,
      what === 'away' ? () => void putWearerAway(saved, false) : undefined,
    );
    if (what === 'away') await navigate('/wearers');
  });
  return (
    <>
      <May what="wearers.change">
        {canDelete && (
          <Button color="error" disabled={isBusy} onClick={() => void save('delete')}>
            Delete
          </Button>
        )}
        <Button variant="outlined" disabled={isBusy} onClick={() => void save(wearer.awayAt === null ? 'away' : 'back')}>
          {wearer.awayAt === null ? 'Archive' : 'Take out of the archive'}
        </Button>
      </May>
      <NotSaved failure={failure} what="done" kept="" />
    </>
  );
}

/** A deleted record as it is entered again. */
function asNew({
  collar,
  collarEstimated,
  version: _v,
  createdAt: _c,
  updatedAt: _u,
  seenAt: _s,
  mergedInto: _m,
  awayAt: _a,
  ...rest
}: Wearer): NewWearer {
  return { ...rest, collar: collarEstimated ? '' : collar.text };
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
  const mayFit = useMay()('fittings.giveOut');
  useShortcuts('Wearer', mayFit ? [{ key: 'f', says: 'fit a tie at the Bench', run: () => void navigate(`/?wearer=${id}`) }] : []);
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
                <Box sx={QUIET}>
                  {known.collarEstimated ? '≈ ' : ''}
                  {formatCollarSize(known.collar)}
                  {known.collarEstimated ? ', estimated from the neck' : ''}
                </Box>
                <PutAway wearer={known} isFitted={(fittings.data ?? []).length > 0} />
                <MergeAny wearer={known} />
                <May what="fittings.giveOut">
                  <Button variant="contained" component={Link} to={`/?wearer=${known.id}`}>
                    Fit on the Bench
                  </Button>
                </May>
              </>
            }
          >
            {known.awayAt !== null && (
              <Alert severity="info" sx={{ mb: 2 }}>
                This record is archived. It is not listed or found by name until you take it out of the archive.
              </Alert>
            )}
            <LikelyDoubles wearer={known} />
            <Box
              sx={{
                display: 'grid',
                gap: { xs: 4, md: 6 },
                gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'minmax(18.75rem, 25rem) minmax(0, 1fr)' },
              }}
            >
              <Section title="Record">
                <WearerForm
                  key={known.id}
                  name={wearerDraft(known.id)}
                  wearer={known}
                  onSaved={(saved) => {
                    notify('The record is saved.');
                    return saved.id === known.id ? undefined : navigate(`/wearers/${saved.id}`, { replace: true });
                  }}
                  saveText="Save record"
                />
              </Section>
              <Box sx={{ display: 'grid', gap: 4, alignContent: 'start' }}>
                <Section title="Fittings" heading="Cards, as issued">
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
                <Section title="Held of this wearer">
                  <Privacy wearer={known} />
                </Section>
              </Box>
            </Box>
          </Page>
        )
      }
    </Loaded>
  );
}
