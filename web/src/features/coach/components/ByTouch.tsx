import type { StepWords } from '@easytuck/contract';

/** For somebody who ties by touch, since a mirror confuses: the stage is dark, and says what the fingers should feel. */
export function ByTouch({ words }: { words: StepWords }) {
  return (
    <div style={DARK}>
      <p style={{ margin: 0, fontSize: '1.1em', opacity: 0.75 }}>{words.name}</p>
      <p style={{ margin: '0.4em 0 0', fontSize: '1.7em', lineHeight: 1.3 }}>{words.feel}</p>
    </div>
  );
}

const DARK = {
  position: 'absolute',
  inset: 0,
  display: 'grid',
  alignContent: 'center',
  padding: '1rem 10%',
  background: '#14181b',
  color: '#e9e4d8',
} as const;
