import { bandSettings, settingWords } from '@easytuck/contract';
import type { CoachSubject } from '../coachSubject.ts';
import type { Coach } from '../useCoach.ts';
import { BandPicture } from './BandPicture.tsx';

/** The back of the band, in the steps in which it is set or taken in: over the whole stage, or in a corner of it. Null in all others. */
export function BandOnStage({ coach, subject, length }: { coach: Coach; subject: CoachSubject; length: (lengthMm: number) => string }) {
  const { hardware } = subject.tie;
  if (coach.step !== 'setBand' && coach.step !== 'takeIn') return null;
  const { forTying, onNeck } = bandSettings(subject, coach.state.way, coach.thighGirthMm);
  const isSetting = coach.step === 'setBand';
  const setting = isSetting ? forTying : onNeck;
  return (
    <div style={isSetting ? WHOLE : CORNER}>
      {hardware.kind === 'fixed' ? (
        <p>Sewn to one length: {length(hardware.lengthMm)} tip to tip.</p>
      ) : (
        <>
          <BandPicture hardware={hardware} setting={setting} from={isSetting ? null : forTying} length={length} />
          <p style={{ margin: '0.4em 0 0', textAlign: 'center' }}>
            The back of the band, {isSetting ? 'set' : 'taken in'} at <b>{settingWords(setting, length).phrase}</b>
          </p>
        </>
      )}
    </div>
  );
}

const WHOLE = {
  position: 'absolute',
  inset: 0,
  display: 'grid',
  alignContent: 'center',
  padding: '1rem 8%',
  background: 'var(--card)',
  color: 'var(--ink)',
} as const;
const CORNER = {
  position: 'absolute',
  top: 8,
  right: 8,
  width: 'min(46%, 22rem)',
  padding: '0.5rem',
  background: 'var(--card)',
  color: 'var(--ink)',
  border: '1px solid var(--thread)',
} as const;
