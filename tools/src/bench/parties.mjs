import { buildApp, connectDatabase, loadDemo } from '@easytuck/server';
import { allotTies, planEvening, planRunSheet, prepareTie } from '@easytuck/core';
import { WORKED_TIE } from '@easytuck/core/testing';
import munkres from 'munkres';
import { randomUUID } from 'node:crypto';
import { sleep } from '../lib/privateDatabase.mjs';
import { percentile } from './figure.mjs';

const MEMBERS = 40;
const PARTIES = 2_000;
const SETTLED_AFTER_MS = 5_000;
const SELECT = { type: /** @type {never} */ ('SELECT') };
const ROUNDS = 7;

/** Parties: 40 necks and 60 ties allotted, a run sheet of 40 with four helpers, a page among 2,000 parties, cards of 40. In ms. @param {string} databaseUrl */
export async function measureParties(databaseUrl) {
  return { allotMs: allotting(), sheetMs: planning(false), eveningMs: planning(true), ...(await served(databaseUrl)) };
}

/** 40 members, five kinds of a dozen each: 60 ties. */
function allotting() {
  const takers = Array.from({ length: MEMBERS }, (_, i) => ({
    ...{ id: String(i), hadId: null, needsBreakaway: false, longEnd: /** @type {const} */ ('left') },
    worn: {
      ...{
        collar: { system: /** @type {const} */ ('in'), label: 14 + (i % 17) / 4 },
        easeMm: 6.35,
        style: /** @type {const} */ ('turndown'),
      },
      ...{ collarPointsMm: null, neckBreadthMm: null, faceWidthMm: null },
    },
  }));
  const kinds = Array.from({ length: 5 }, (_, k) => ({
    id: `k${k}`,
    free: 12,
    // five looks of twelve: for forty people four of them have to be chosen
    likeness: `look ${k}`,
    breakaway: false,
    prepared: prepareTie({ ...WORKED_TIE, blade: { ...WORKED_TIE.blade, bellyToWaistMm: 58 + 2 * k } }),
  }));
  return median(() => {
    const { allotted } = allotTies(takers, kinds, { rule: 'share', ratio: 0.95 }, (costs) => munkres(costs.map((row) => [...row])));
    if (allotted.length < MEMBERS / 2) throw new Error('half of them go without');
  });
}

/** @param {boolean} withChances */
function planning(withChances) {
  const guests = Array.from({ length: MEMBERS }, (_, i) => ({
    ...{ id: `g${i}`, arrives: -90 + ((i * 7) % 60), moreMinutes: i % 7 === 0 ? 1 : 0 },
    ties: i % 5 === 0 ? { minutes: 6, sdMinutes: 2, good: 0.85 } : /** @type {const} */ ('helper'),
  }));
  const helpers = Array.from({ length: 4 }, (_, i) => ({
    ...{ id: `h${i}`, minutes: 4 + i / 2, sdMinutes: 1.2, from: -120, rest: { after: 5, minutes: 5 } },
  }));
  const gathering = { guests, helpers, by: 0, keepFree: 10 };
  return median(() => {
    if (withChances) planEvening(gathering);
    else planRunSheet(gathering);
  });
}

/** @param {() => void} work */
function median(work) {
  for (let i = 0; i < 3; i += 1) work();
  const times = Array.from({ length: ROUNDS }, () => {
    const began = performance.now();
    work();
    return performance.now() - began;
  });
  return percentile(times, 0.5);
}

/** @param {string} databaseUrl */
async function served(databaseUrl) {
  const admin = connectDatabase(databaseUrl);
  await admin.query('DROP DATABASE IF EXISTS easytuck_bench_parties');
  await admin.query('CREATE DATABASE easytuck_bench_parties CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci');
  const url = new URL(databaseUrl);
  url.pathname = '/easytuck_bench_parties';
  const sequelize = connectDatabase(url.href);
  const app = await buildApp({ sequelize, onMigrated: loadDemo });
  const ask = async (
    /** @type {'GET' | 'POST' | 'PUT'} */ method,
    /** @type {string} */ path,
    /** @type {object | undefined} */ payload = undefined,
  ) => {
    const answer = await app.inject({ method, url: path, ...(payload ? { payload } : {}) });
    if (answer.statusCode >= 300) throw new Error(`${path} was answered ${answer.statusCode}: ${answer.body.slice(0, 300)}`);
    return answer;
  };
  try {
    const { ties } = (await ask('GET', '/api/ties')).json();
    const tie = ties.find((/** @type {{ name: string }} */ { name }) => name.startsWith('Night Ferry'));
    await sequelize.query('UPDATE ties SET in_stock = 9000');
    const id = randomUUID();
    await ask('POST', '/api/parties', {
      ...{
        id,
        name: 'Forty',
        kind: 'crew',
        day: '2031-06-05',
        hour: '19:30',
        zone: 'Europe/London',
        outFrom: '2031-06-04',
        backBy: '2031-06-08',
      },
    });
    await ask('POST', `/api/parties/${id}/members`, {
      members: Array.from({ length: MEMBERS }, (_, i) => ({
        id: randomUUID(),
        name: `Guest ${i}`,
        collar: String(15 + (i % 4) / 2),
        ground: 'shirt',
        whoTies: 'helper',
      })),
    });
    const before = (await ask('GET', `/api/parties/${id}`)).json().members;
    const { proposed } = (
      await ask('POST', `/api/parties/${id}/proposal`, { look: { rule: 'asCut', spreadMm: null, ratio: null, tieIds: [tie.id] } })
    ).json();
    const versions = new Map(before.map((/** @type {{ id: string, version: number }} */ member) => [member.id, member.version]));
    await ask('PUT', `/api/parties/${id}/ties`, {
      ties: proposed.map((/** @type {{ memberId: string, tieId: string, step: number }} */ { memberId, tieId, step }) => ({
        memberId,
        tieId,
        step,
        version: versions.get(memberId),
      })),
    });
    await ask('POST', `/api/parties/${id}/cards`, {
      cards: before.map((/** @type {{ id: string }} */ member) => ({ memberId: member.id, fittingId: randomUUID() })),
    });
    // two thousand parties like it, on days of six years, with the same people
    await sequelize.query(`INSERT INTO parties (id, name, day, out_from, back_by, deal, sits_at, details, version, created_at, updated_at)
      SELECT UUID(), CONCAT('Party ', seq), DATE_ADD(day, INTERVAL seq DAY), DATE_ADD(out_from, INTERVAL seq DAY),
      DATE_ADD(back_by, INTERVAL seq DAY), deal, DATE_ADD(sits_at, INTERVAL seq DAY), details, 1, created_at, updated_at
      FROM parties, seq_1_to_${PARTIES} WHERE id = '${id}'`);
    await sequelize.query(`INSERT INTO party_members (id, party_id, number, name, wearer_id, tie_id, step, is_own_tie, place, fitting_id, details, version, created_at, updated_at)
      SELECT UUID(), p.id, m.number, m.name, m.wearer_id, m.tie_id, m.step, 0, 'here', m.fitting_id, m.details, 1, m.created_at, m.updated_at
      FROM parties p JOIN party_members m ON m.party_id = '${id}' WHERE p.name LIKE 'Party %'`);
    // as a shop's tables are on any other day: counted, and written down
    await sequelize.query('ANALYZE TABLE parties, party_members', SELECT);
    await sleep(SETTLED_AFTER_MS);
    const found = await sequelize.query("SELECT id FROM parties WHERE name LIKE 'Party %' ORDER BY RAND(1) LIMIT 200", SELECT);
    const ids = /** @type {{ id: string }[]} */ (/** @type {unknown} */ (found)).map((row) => row.id);
    for (const each of ids.slice(0, 40)) await ask('GET', `/api/parties/${each}`);
    const times = [];
    for (const each of ids) {
      const began = performance.now();
      await ask('GET', `/api/parties/${each}`);
      times.push(performance.now() - began);
    }
    await ask('GET', `/api/parties/${id}/paper/cards`);
    const began = performance.now();
    await ask('GET', `/api/parties/${id}/paper/cards`);
    return { pageP95Ms: percentile(times, 0.95), cardsMs: performance.now() - began };
  } finally {
    await app.close();
    await admin.query('DROP DATABASE easytuck_bench_parties');
    await admin.close();
  }
}
