import { densityAt, type TakeUpBeliefs } from '../fit/index.ts';
import { settingAt, stepMm, lastStep, type Hardware, type Setting } from '../strip/index.ts';
import { partOf, VARIANCES, type ShownTakeUps } from './learnTakeUp.ts';

/** A band is set one mark off in so many tyings, to either side alike, and hardly ever by more (assumed, no source). */
const ONE_OFF = 0.04;
/** From this likelihood on the setting is asked about. */
const WORTH_ASKING = 0.25;
/** A band that is off by less than this does not show in a bow. In mm. */
const SHOWS_MM = 6;

/** A setting that explains a tying better than odd hands do. */
export interface LikelierSetting {
  readonly setting: Setting;
  /** Of 0 to 1. */
  readonly likelihood: number;
}

/**
 * Whether a band one mark off explains a tying: the strip was longer or shorter than was noted, so the take-up that it shows is out
 * by just as much. Weighed against hands, neck and tape that are as they are held to be. Null where it is not worth a question.
 * @param next what the next tying in these hands was held to show (`nextTime`).
 * @param setMm the band's length as it was noted.
 */
export function likelierSetting(next: TakeUpBeliefs, shown: ShownTakeUps, hardware: Hardware, setMm: number): LikelierSetting | null {
  const held = { meanMm: next.whole.meanMm, sdMm: Math.sqrt(next.whole.sdMm ** 2 + VARIANCES.reading.whole) };
  const wholeMm = partOf(shown, 'whole');
  const asNoted = (1 - ONE_OFF) * densityAt(wholeMm, held);
  const others = oneOff(hardware, setMm).map((setting) => ({
    setting,
    weight: (ONE_OFF / 2) * densityAt(wholeMm + setting.lengthMm - setMm, held),
  }));
  const total = others.reduce((sum, { weight }) => sum + weight, asNoted);
  const [best] = others
    .map(({ setting, weight }) => ({ setting, likelihood: total > 0 ? weight / total : 0 }))
    .sort((a, b) => b.likelihood - a.likelihood);
  return best && best.likelihood >= WORTH_ASKING ? best : null;
}

/** The settings one mark below and above a length; on a glide, which has no marks of its own, half a collar size. */
function oneOff(hardware: Hardware, setMm: number): readonly Setting[] {
  if (hardware.kind === 'fixed') return [];
  const step = Math.round((setMm - settingAt(hardware, 0).lengthMm) / stepMm(hardware));
  const away = Math.max(1, Math.ceil(SHOWS_MM / stepMm(hardware)));
  return [step - away, step + away].filter((each) => each >= 0 && each <= lastStep(hardware)).map((each) => settingAt(hardware, each));
}
