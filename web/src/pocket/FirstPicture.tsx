import type { FlatPicture } from '@easytuck/contract';
import { useEffect, useRef } from 'react';

/** The picture that came with the words: painted before anything is worked out on this device. */
export function FirstPicture({ picture }: { picture: FlatPicture }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    if (!element) return undefined;
    const paint = (): void => window.easytuckPaint?.(element, picture);
    paint();
    // (where it was shown before the program was there, it is marked already)
    if (performance.getEntriesByName('pocket-picture').length === 0) performance.mark('pocket-picture');
    window.addEventListener('resize', paint);
    return () => window.removeEventListener('resize', paint);
  }, [picture]);
  return <canvas ref={canvas} role="img" aria-label="The strip before it is tied: both ends hang, the long one lower" />;
}
