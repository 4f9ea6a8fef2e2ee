import type { Wearer } from '@easytuck/contract';
import type { PreparedTie } from '@easytuck/core';
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import { useState } from 'react';
import { Choice } from '../../../common/Choice.tsx';
import { NotSaved } from '../../../common/forms/NotSaved.tsx';
import { useSaving } from '../../../common/forms/useSaving.ts';
import { useMay } from '../../../common/session/sessionStore.ts';
import { COLOURS, SIZE } from '../../../theme.ts';
import { pullWords, type KnotLayer, type PullView } from '../../../common/tying/pullWords.ts';
import type { DeskVerdict } from '../balanceDesk.ts';
import { rememberKnotLayer } from '../knotLayer.ts';
import { PullPicture } from './PullPicture.tsx';
import { RULED_LIST } from '../../../common/looks.ts';

/** The pulls in their order, each with a picture of what it does; ticked as they are done, then measured again. */
export function PlanList({
  tie,
  verdict,
  told,
  onKnotLayer,
  wearer,
  isMirror,
  onMeasureAgain,
}: {
  tie: PreparedTie;
  verdict: DeskVerdict;
  told: PullView;
  onKnotLayer: (layer: KnotLayer) => void;
  wearer: Wearer;
  isMirror: boolean;
  onMeasureAgain: () => void;
}) {
  const [done, setDone] = useState<ReadonlySet<string>>(new Set());
  // somebody who only reads sees the other plan; nothing goes on the record
  const mayRemember = useMay()('wearers.change');
  const { save, failure } = useSaving(async (layer: KnotLayer) => {
    if (layer !== 'unknown') await rememberKnotLayer(wearer.id, layer);
  });
  const { pulls, plans, slack } = verdict;
  const short = (['front', 'back'] as const).filter((end) => plans[end].kind === 'shortOfSlack');
  if (pulls.length === 0) return null;
  const answer = (layer: KnotLayer): Promise<void> => {
    onKnotLayer(layer);
    return mayRemember ? save(layer) : Promise.resolve();
  };
  return (
    <Box component="section" aria-label="Plan of pulls">
      <Box component="ol" sx={RULED_LIST}>
        {pulls.map((planned, i) => {
          const id = `${planned.key}${planned.pull.kind}${planned.pull.byMm.toFixed(1)}`;
          const words = pullWords(planned, told);
          return (
            <Box component="li" key={id} sx={{ borderBottom: `1px solid ${COLOURS.rule}`, py: 0.75, opacity: done.has(id) ? 0.6 : 1 }}>
              <Box component="label" sx={{ display: 'flex', alignItems: 'center', gap: 1, cursor: 'pointer' }}>
                <Checkbox
                  checked={done.has(id)}
                  onChange={(event) =>
                    setDone((before) => new Set(event.target.checked ? [...before, id] : [...before].filter((each) => each !== id)))
                  }
                />
                <Box sx={{ flex: 1, fontSize: SIZE.clear, lineHeight: 1.35, textDecoration: done.has(id) ? 'line-through' : 'none' }}>
                  {i + 1}. {words}
                </Box>
                <PullPicture
                  tie={tie}
                  end={planned.end}
                  before={planned.before}
                  after={planned.after}
                  frontLoopSide={told.frontLoopSide}
                  isMirror={isMirror}
                />
              </Box>
            </Box>
          );
        })}
      </Box>
      <Box sx={{ mt: 1, color: 'text.secondary', fontSize: SIZE.aside }}>
        Estimated slack in the knot: front about {told.fine(slack.front)}, back about {told.fine(slack.back)}.
      </Box>
      {short.map((end) => {
        const plan = plans[end];
        return plan.kind === 'shortOfSlack' ? (
          <Box key={end} sx={{ mt: 1, color: 'text.secondary' }}>
            The knot has {told.fine(plan.byMm)} too little cloth to give to the {end} bow: its loop can come to{' '}
            {told.fine(plan.reachable.loopMm)}.
          </Box>
        ) : null;
      })}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'end', mt: 1.5 }}>
        <Button variant="contained" onClick={onMeasureAgain}>
          Done: measure again
        </Button>
        <Choice<KnotLayer>
          label="Back loop: which layer tightens the knot? Draw gently and see."
          value={told.knotLayer}
          onChange={(layer) => void answer(layer)}
          options={[
            { value: 'unknown', text: 'not tried' },
            { value: 'front', text: 'the front one' },
            { value: 'back', text: 'the back one' },
          ]}
          small
        />
      </Box>
      <NotSaved failure={failure} what="kept on the record" kept="The answer holds here." sx={{ mt: 1 }} />
    </Box>
  );
}
