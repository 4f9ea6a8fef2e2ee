import {
  POCKET_FORM,
  settingWords,
  toCollar,
  tyingSubjectOf,
  type CoachLink,
  type Fitting,
  type PocketCoach,
  type PocketTryData,
} from '@easytuck/contract';
import { formatLength, lastStep, neckPathMm, settingAt, type LengthUnit } from '@easytuck/core';
import { requireReady, type Database } from '../../plugins/database.ts';
import { ProblemError } from '../../problem.ts';
import { fittingRepository } from '../fittings/repository.ts';
import { addressOf, failedTries } from '../tries/repository.ts';
import { hashOfKey, newLinkKey } from '../people/sessionKeys.ts';
import { eveningOf } from '../parties/evening.ts';
import { partyRepository } from '../parties/repository.ts';
import { partyService } from '../parties/service.ts';
import { shopRepository } from '../shop/repository.ts';
import { tyingService } from '../tyings/service.ts';
import { wearerRepository } from '../wearers/repository.ts';
import { firstPicture } from './flatPicture.ts';
import { endOf } from './linkEnd.ts';
import { linkRepository } from './repository.ts';

/** Tries on record of one wearer, from which on none come in by a link. */
const MOST_TRIES = 2_000;

/** Links that are given to wearers, and what they open. */
export interface LinkService {
  readonly ofFitting: (fittingId: string) => Promise<CoachLink[]>;
  /** Gives one. The key is told once and kept by nobody; the same link asked for again gets another key. */
  readonly give: (id: string, fittingId: string, by: string) => Promise<{ link: CoachLink; key: string }>;
  readonly withdraw: (id: string) => Promise<CoachLink>;
  /** Whether a key opens what it is to be printed on. */
  readonly isOf: (key: string, fittingId: string) => Promise<boolean>;
  /** What a key opens. @throws ProblemError `noSuchLink`, the same for every key that opens nothing. */
  readonly open: (key: string, ip: string) => Promise<PocketCoach>;
  readonly logTry: (key: string, ip: string, data: PocketTryData) => Promise<{ id: string }>;
}

export function linkService(database: Database): LinkService {
  const links = linkRepository(database);
  const fittings = fittingRepository(database);
  const wearers = wearerRepository(database);
  const settings = shopRepository(database);
  const tyings = tyingService(database);
  const tries = failedTries(database.sequelize);
  const parties = partyRepository(database);

  const get = async (fittingId: string): Promise<Fitting> => {
    requireReady(database);
    const found = await fittings.find(fittingId);
    if (!found) throw new ProblemError('notFound', { detail: 'There is no such fitting.' });
    return found;
  };
  const latest = async (rootId: string): Promise<Fitting> => {
    const last = (await fittings.revisions(rootId)).at(-1);
    if (!last) throw new ProblemError('noSuchLink');
    return last;
  };
  /** The party that a fitting is for, and who ties when, as it is planned now. */
  const partyOf = async (rootId: string): Promise<PocketCoach['party']> => {
    const place = await parties.placeOfFitting(rootId);
    if (place === null) return undefined;
    const page = await partyService(database).page(place.partyId);
    const { name, place: venue, zone, sitsAt } = page.party;
    const turn = (await eveningOf(database, page, new Date())).turns.find(({ member }) => member.id === place.memberId);
    return { name, place: venue, zone, tiedBy: sitsAt, beginsAt: turn?.beginsAt ?? null, helper: turn?.helper?.name ?? null };
  };
  /** The fitting that a key opens, slowed where keys are guessed. Every key takes the same statements. */
  const openedBy = async (key: string, ip: string) => {
    requireReady(database);
    const address = addressOf(ip);
    await tries.refuseWhileSlowed('link', address);
    const opened = await links.opened(hashOfKey(key), new Date());
    if (!opened) {
      await tries.count('link', address);
      throw new ProblemError('noSuchLink');
    }
    return { ...opened, fitting: await latest(opened.fittingId) };
  };
  return {
    ofFitting: async (fittingId) => links.ofFitting((await get(fittingId)).revision.rootId),
    give: async (id, fittingId, by) => {
      const fitting = await get(fittingId);
      const wearer = await wearers.follow(fitting.wearer.id);
      if (!wearer) throw new ProblemError('notFound', { detail: 'The wearer of this fitting is no longer on record.' });
      const [key, now] = [newLinkKey(), new Date()];
      const rootId = fitting.revision.rootId;
      await links.put(
        { id, keyHash: hashOfKey(key), fittingId: rootId, wearerId: wearer.id, givenBy: by, endsAt: endOf(wearer.eventOn, now) },
        now,
      );
      const link = await links.find(id);
      if (link?.fittingId !== rootId || link.withdrawnAt !== null) throw new ProblemError('keyInUse');
      return { link, key };
    },
    withdraw: async (id) => {
      requireReady(database);
      await links.withdraw(id, new Date());
      const link = await links.find(id);
      if (!link) throw new ProblemError('notFound', { detail: 'There is no such link.' });
      return link;
    },
    isOf: async (key, fittingId) => {
      const opened = await links.opened(hashOfKey(key), new Date());
      return opened !== null && opened.fittingId === (await get(fittingId)).revision.rootId;
    },
    open: async (key, ip) => {
      const { id, endsAt, fitting } = await openedBy(key, ip);
      const [wearer, { name: shop, unit, telephone }] = [await wearers.follow(fitting.wearer.id), await settings.read()];
      const party = await partyOf(fitting.revision.rootId);
      await links.markOpened(id, new Date());
      return {
        form: POCKET_FORM,
        ...(party && { party }),
        ...{ shop, telephone, unit, endsAt: endsAt.toISOString(), wearer: wearer?.name ?? '', eventName: wearer?.eventName ?? '' },
        ...{
          eventOn: wearer?.eventOn ?? null,
          collar: fitting.collar,
          longEnd: fitting.longEnd,
          isHelped: wearer?.dexterity === 'needsHelp',
        },
        // (what the shop keeps beside the measures is the shop's)
        tie: { ...fitting.tie, note: '', inStock: 0 },
        fitting: {
          ...{ id: fitting.id, easeMm: fitting.easeMm, step: fitting.step, leadMm: fitting.leadMm, school: fitting.school },
          ...{ setMm: fitting.result.setMm, drawInMm: fitting.result.drawInMm, spreadMm: fitting.result.spreadMm },
          revision: fitting.revision.number,
          ...taughtBy(fitting),
        },
        first: firstWords(fitting, unit, wearer?.dexterity === 'needsHelp'),
      };
    },
    logTry: async (key, ip, { id, way, durationMs, steps, outcome, fault, byEye, agoMs }) => {
      const { fitting } = await openedBy(key, ip);
      const { id: wearerId } = (await wearers.follow(fitting.wearer.id)) ?? fitting.wearer;
      // somebody's link is no way to fill the shop's disk
      if ((await links.triesOf(wearerId)) >= MOST_TRIES) throw new ProblemError('tooOften');
      const collar = toCollar(fitting.collar);
      await tyings.record(
        {
          ...{ id, way, durationMs, steps, outcome, fault, wearerId: fitting.wearer.id, tieId: fitting.tie.id, fittingId: fitting.id },
          ...{ frontLoopMm: null, frontFlatEndMm: null, backLoopMm: null, backFlatEndMm: null, isConfirmed: false, firmness: null },
          note: byEye ? 'Judged by eye.' : '',
          ...{ setMm: fitting.result.setMm, leadMm: fitting.leadMm, neckPathMm: neckPathMm(collar, fitting.easeMm, fitting.tie.cloth) },
        },
        new Date(Math.max(Date.parse(fitting.givenOutAt), Date.now() - agoMs)),
      );
      return { id };
    },
  };
}

/** What is looked at before tying, in words and as a picture. */
function firstWords(fitting: Fitting, unit: LengthUnit, isHelped: boolean): PocketCoach['first'] {
  const { hardware } = fitting.tie;
  const isLate = fitting.result.drawInMm > 0;
  const length = (lengthMm: number): string => formatLength(lengthMm, unit);
  const { figure, of } = settingWords(settingAt(hardware, isLate ? lastStep(hardware) : fitting.step), length);
  const whose = isHelped ? 'the wearer’s' : 'your';
  // in a mirror the wearer's left lies on the left; whoever faces the wearer sees it on the right
  const [left, right] = isHelped ? (['right', 'left'] as const) : (['left', 'right'] as const);
  return {
    set: { label: isLate ? 'For tying, set at' : 'Band set at', figure, of },
    lead: { figure: length(fitting.leadMm), of: `lower on ${whose} ${fitting.longEnd}` },
    sides: [`${whose} ${left}`, `${whose} ${right}`],
    picture: firstPicture(fitting, fitting.longEnd, !isHelped),
  };
}

/** What the steps depend on beside tie and set: the collar, the shirt's buttons, the chosen faces. */
function taughtBy(fitting: Fitting): Pick<PocketCoach['fitting'], 'worn' | 'buttons' | 'folding'> {
  const { worn, buttons, folding } = tyingSubjectOf(fitting);
  return { worn, buttons, folding };
}
