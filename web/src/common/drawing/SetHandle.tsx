import { lastStep, stepMm, type Fit, type Hardware, type Setting } from '@easytuck/core';
import type { KeyboardEvent } from 'react';
import { settingWords } from '../words.ts';
import { SetScale } from './SetScale.tsx';
import type { StageLayout } from './stageLayout.ts';
import { useDrag } from './useDrag.ts';

interface SetHandleProps {
  readonly hardware: Hardware;
  readonly setting: Setting;
  readonly fit: Fit;
  readonly layout: StageLayout;
  readonly length: (lengthMm: number) => string;
  readonly onStep: (step: number) => void;
}

/** The band's scale with the handle that sets it. */
export function SetHandle({ hardware, setting, fit, layout, length, onStep }: SetHandleProps) {
  const last = lastStep(hardware);
  const stepPx = stepMm(hardware) * layout.pxPerMm;
  const goTo = (step: number): void => onStep(Math.min(last, Math.max(0, step)));
  const drag = useDrag<number>({
    onStart: () => setting.step,
    onMove: ({ start, byXPx }) => goTo(start + Math.round(byXPx / stepPx)),
    onCancel: goTo,
  });
  const onKeyDown = (event: KeyboardEvent): void => {
    const to = {
      ArrowRight: setting.step + 1,
      ArrowUp: setting.step + 1,
      ArrowLeft: setting.step - 1,
      ArrowDown: setting.step - 1,
      Home: 0,
      End: last,
    }[event.key];
    if (to === undefined) return;
    event.preventDefault();
    goTo(to);
  };
  return (
    <SetScale
      hardware={hardware}
      setting={setting}
      fit={fit}
      layout={layout}
      handle={{
        role: 'slider',
        tabIndex: 0,
        'aria-label': 'Set of the band',
        'aria-valuemin': 0,
        'aria-valuemax': last,
        'aria-valuenow': setting.step,
        'aria-valuetext': settingWords(setting, length).phrase,
        onKeyDown,
        ...drag(undefined),
      }}
    />
  );
}
