import { FITTING_LENGTHS, lengthField } from '@easytuck/contract';
import { formatInchesPlain, lastStep, readSetting } from '@easytuck/core';
import type { Dispatch, ReactNode } from 'react';
import { useUnits } from '../../../common/UnitProvider.tsx';
import { explainSetting, settingEditText } from '../../../common/settingField.ts';
import { hangWords, settingWords, sideWords } from '../../../common/words.ts';
import type { BenchEvent } from '../benchReducer.ts';
import type { BenchFit } from '../benchViewModel.ts';
import { BigNumber, Neighbour } from './BigNumber.tsx';
import css from './numbers.module.css';
import { Room } from './Room.tsx';
import { ALIKE_MM, Spread } from './Spread.tsx';

interface FourNumbersProps {
  readonly fit: BenchFit;
  readonly ownLead: boolean;
  readonly dispatch: Dispatch<BenchEvent>;
  readonly children?: ReactNode;
}

/** The answer: set at, lead and side, spread, room; `children` stand under the bow. */
export function FourNumbers({ fit, ownLead, dispatch, children }: FourNumbersProps) {
  return (
    <div className={css.four}>
      <div style={{ gridArea: 'set' }}>
        <SetAt fit={fit} dispatch={dispatch} />
      </div>
      <div style={{ gridArea: 'lead' }}>
        <Lead fit={fit} ownLead={ownLead} dispatch={dispatch} />
      </div>
      <div style={{ gridArea: 'spread' }}>
        <Spread fit={fit.worn.fit} sure={fit.sure} takeUpOf={fit.takeUpOf} />
      </div>
      <div style={{ gridArea: 'room' }}>
        <Room fit={fit.worn.fit} beyondMm={fit.schoolBeyondMm} />
      </div>
      <div className={css.view}>{children}</div>
    </div>
  );
}

/** Where the nose hangs before tying: what to look for on the shirt front. */
function HangWords({ fit }: { fit: BenchFit }) {
  const { length } = useUnits();
  return `hang check: ${hangWords(fit.hang.noseMm, fit.hang.between, length)}`;
}

function SetAt({ fit, dispatch }: { fit: BenchFit; dispatch: Dispatch<BenchEvent> }) {
  const { unit, length, bare } = useUnits();
  const { hardware } = fit.tie;
  const { setting } = fit.worn;
  const isGlide = setting.position.kind === 'glide';
  const words = settingWords(setting, isGlide ? bare : length);
  const setStep = (step: number): void => dispatch({ type: 'stepSet', step: Math.min(lastStep(hardware), Math.max(0, step)) });
  const onType = (text: string): string | null => {
    const reading = readSetting(hardware, text, unit);
    if (reading.kind !== 'setting') return explainSetting(reading, length);
    setStep(reading.setting.step);
    return null;
  };
  const adjustable = hardware.kind !== 'fixed';
  return (
    <BigNumber
      label="Set at"
      figure={words.figure}
      editText={settingEditText(setting)}
      name="set"
      of={isGlide ? `${unit}, ${words.of}` : words.of}
      title={`${length(fit.worn.fit.setMm)} tip to tip`}
      {...(adjustable ? { onType, onStep: (by: 1 | -1) => setStep(setting.step + by) } : {})}
    >
      <div className={css.tickets}>
        {[fit.shorter, fit.longer].map(
          (neighbour, i) =>
            neighbour && (
              <Neighbour
                key={neighbour.setting.step}
                label={`Set at ${settingWords(neighbour.setting, length).phrase}, which gives ${length(neighbour.fit.spreadMm)}`}
                onClick={() => setStep(neighbour.setting.step)}
                text={
                  <>
                    {i === 0 ? '◂ ' : ''}
                    {settingWords(neighbour.setting, bare).figure}: {length(neighbour.fit.spreadMm)}
                    {i === 1 ? ' ▸' : ''}
                  </>
                }
              />
            ),
        )}
      </div>
    </BigNumber>
  );
}

function Lead({ fit, ownLead, dispatch }: { fit: BenchFit; ownLead: boolean; dispatch: Dispatch<BenchEvent> }) {
  const { unit, length, bare } = useUnits();
  const { leadMm, longEnd, front, back } = fit.worn.fit;
  const onType = (text: string): string | null => {
    const read = lengthField(FITTING_LENGTHS.leadMm, unit).safeParse(text);
    if (!read.success) return read.error.issues[0]?.message ?? null;
    dispatch({ type: 'leadSet', leadMm: read.data });
    return null;
  };
  const differs = Math.abs(front.spreadMm - back.spreadMm) > ALIKE_MM;
  return (
    <BigNumber
      label="Lead"
      name="lead"
      figure={bare(leadMm)}
      editText={unit === 'in' ? formatInchesPlain(leadMm) : bare(leadMm)}
      of={`${unit}, ${sideWords(longEnd)}`}
      onType={onType}
      onStep={(by) =>
        dispatch({
          type: 'leadSet',
          leadMm: Math.min(FITTING_LENGTHS.leadMm.maxMm, Math.max(0, leadMm + by * (unit === 'in' ? 3.175 : 1))),
        })
      }
    >
      <div className={css.tickets}>
        {ownLead && differs ? (
          <Neighbour
            label={`Take the even lead, ${length(fit.evenLeadMm)}`}
            onClick={() => dispatch({ type: 'leadSet', leadMm: null })}
            text={`even at ${length(fit.evenLeadMm)}`}
          />
        ) : (
          <HangWords fit={fit} />
        )}
      </div>
    </BigNumber>
  );
}
