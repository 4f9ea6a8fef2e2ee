import { hardwareSteps, settingForGirth, settingWords, type PocketCoach } from '@easytuck/contract';
import { collarGirthMm, COLLAR_RANGE, formatCollarSize, lastStep, settingAt, type CollarSize, type Setting } from '@easytuck/core';
import { BandPicture } from '../features/coach/components/BandPicture.tsx';
import type { CoachSubject } from '../features/coach/coachSubject.ts';
import { listCoaches } from './pocketCoach.ts';

interface SetDetailsProps {
  readonly pocket: PocketCoach;
  readonly subject: CoachSubject;
  readonly linkKey: string;
  readonly length: (lengthMm: number) => string;
}

/** What a wearer may ask before tying: how this band is set, what another shirt needs, the party, the shop, other ties. */
export function SetDetails({ pocket, subject, linkKey, length }: SetDetailsProps) {
  const { hardware } = subject.tie;
  const setting = settingAt(hardware, subject.late === null ? pocket.fitting.step : lastStep(hardware));
  const sizes = otherSizes(subject);
  const others = listCoaches().filter(({ key }) => key !== linkKey);
  return (
    <>
      {pocket.party && <PartyNote party={pocket.party} />}
      <details className="more">
        <summary>How to set this band</summary>
        <BandPicture hardware={hardware} setting={setting} length={length} />
        <ol>
          {hardwareSteps(hardware.kind, settingWords(setting, length).phrase).map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      </details>
      {sizes.length > 0 && (
        <details className="more">
          <summary>If today’s shirt has another size</summary>
          <p>This set is for a shirt of {formatCollarSize(subject.collar)}. For another shirt, set the same tie so:</p>
          <table>
            <thead>
              <tr>
                <th scope="col">Shirt</th>
                <th scope="col">Set the band at</th>
              </tr>
            </thead>
            <tbody>
              {sizes.map(({ collar, setting: at }) => (
                <tr key={collar.label}>
                  <td>{formatCollarSize(collar)}</td>
                  <td>{settingWords(at, length).phrase}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p>The lead stays as it is. If the size is not in this list, this tie does not fit that shirt: ask the shop.</p>
        </details>
      )}
      {others.length > 0 && (
        <details className="more">
          <summary>Other ties on this phone</summary>
          <ul>
            {others.map(({ key, tie, shop }) => (
              <li key={key}>
                <a href={`#${key}`}>{tie}</a>, {shop}
              </li>
            ))}
          </ul>
        </details>
      )}
      {pocket.telephone !== undefined && pocket.telephone !== '' && (
        <p>
          Questions? Ring {pocket.shop}: <a href={`tel:${pocket.telephone.replace(/[^+\d]/g, '')}`}>{pocket.telephone}</a>
        </p>
      )}
    </>
  );
}

function PartyNote({ party: { name, place, zone, tiedBy, beginsAt, helper } }: { party: NonNullable<PocketCoach['party']> }) {
  const hour = (moment: string): string =>
    new Date(moment).toLocaleTimeString('en-GB', { timeZone: zone, hour: '2-digit', minute: '2-digit' });
  return (
    <p>
      <b>{name}</b>
      {place !== '' && `, ${place}`}: all bows are tied by {hour(tiedBy)}.{' '}
      {beginsAt !== null && (helper === null ? `Start tying yours at ${hour(beginsAt)}.` : `${helper} ties yours at ${hour(beginsAt)}.`)}
    </p>
  );
}

const STEP_OF = { in: 0.5, cm: 1 } as const;
const SIZES_AROUND = 6;

/** Shirt sizes near the wearer's that this band can be set for, each with its set. */
export function otherSizes(subject: CoachSubject): readonly { readonly collar: CollarSize; readonly setting: Setting }[] {
  const { system, label } = subject.collar;
  const { min, max } = COLLAR_RANGE[system];
  const first = Math.ceil(label / STEP_OF[system]) * STEP_OF[system];
  return Array.from({ length: 2 * SIZES_AROUND + 1 }, (_, i) => first + (i - SIZES_AROUND) * STEP_OF[system]).flatMap((other) => {
    if (other < min || other > max || other === label) return [];
    const collar = { system, label: other };
    const { setting } = settingForGirth(subject, collarGirthMm(collar));
    return setting.beyondMm === 0 && subject.tie.hardware.kind !== 'fixed' ? [{ collar, setting: setting.nearest }] : [];
  });
}
