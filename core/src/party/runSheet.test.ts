import fc from 'fast-check';
import { seededNormal, seededUniform } from '../testing/index.ts';
import { normalShare } from '../geometry/index.ts';
import { howReady, planRunSheet, type Gathering, type Guest, type Helper } from './runSheet.ts';

const helper = (id: string, change: Partial<Helper> = {}): Helper => ({ id, minutes: 5, sdMinutes: 1, from: 0, rest: null, ...change });
const guest = (id: string, change: Partial<Guest> = {}): Guest => ({ id, arrives: 0, moreMinutes: 0, ties: 'helper', ...change });
const plan = (change: Partial<Gathering>) => planRunSheet({ guests: [], helpers: [helper('Maud')], by: 120, keepFree: 10, ...change });

const anyGathering = fc
  .record({
    guests: fc.array(fc.record({ arrives: fc.integer({ min: 0, max: 90 }), moreMinutes: fc.integer({ min: -2, max: 4 }) }), {
      minLength: 1,
      maxLength: 9,
    }),
    helpers: fc.array(
      fc.record({
        minutes: fc.integer({ min: 3, max: 9 }),
        from: fc.integer({ min: 0, max: 60 }),
        rest: fc.option(fc.record({ after: fc.integer({ min: 1, max: 4 }), minutes: fc.integer({ min: 2, max: 12 }) })),
      }),
      { minLength: 1, maxLength: 3 },
    ),
  })
  .map(({ guests, helpers }): Gathering => ({
    guests: guests.map((each, k) => guest(`g${k}`, each)),
    helpers: helpers.map((each, k) => helper(`h${k}`, each)),
    by: 180,
    keepFree: 5,
  }));

/** What a helper may be at after some guests: when, and how many bows in a row. */
interface At {
  readonly now: number;
  readonly inARow: number;
}

/**
 * The soonest that the last bow can sit, over every way to share guests out, every order of each share and every choice of rests. Of
 * ways that leave a helper with as many bows in a row, only the earliest is followed: a later one can do nothing that it cannot.
 */
function exactly({ guests, helpers }: Gathering): number {
  const all = 2 ** guests.length - 1;
  const doneOf = ({ from, minutes, rest }: Helper): readonly number[] => {
    const states: ReadonlyMap<number, At>[] = Array.from({ length: all + 1 }, () => new Map());
    states[0] = new Map([[0, { now: from, inARow: 0 }]]);
    for (let share = 1; share <= all; share += 1) {
      const found = new Map<number, At>();
      guests.forEach(({ arrives, moreMinutes }, last) => {
        if ((share & (1 << last)) === 0) return;
        for (const { now, inARow } of (states[share ^ (1 << last)] ?? new Map<number, At>()).values()) {
          // a rest can be taken at any time, not only once it is due
          for (const pause of rest ? (inARow >= rest.after ? [rest.minutes] : [0, rest.minutes]) : [0]) {
            const begins = Math.max(arrives, now + pause);
            const row = rest && begins - now >= rest.minutes ? 0 : inARow;
            const next = { now: begins + Math.max(0.5, minutes + moreMinutes), inARow: row + 1 };
            if (next.now < (found.get(next.inARow)?.now ?? Infinity)) found.set(next.inARow, next);
          }
        }
      });
      states[share] = found;
    }
    return states.map((each, share) => (share === 0 ? -Infinity : Math.min(...[...each.values()].map(({ now }) => now))));
  };
  const [first = [], ...others] = helpers.map(doneOf);
  let best = [...first];
  for (const done of others)
    best = best.map((_, share) => {
      let soonest = Infinity;
      // every part of a share, down to none
      for (let part = share; ; part = (part - 1) & share) {
        soonest = Math.min(soonest, Math.max(done[part] ?? Infinity, best[share ^ part] ?? Infinity));
        if (part === 0) return soonest;
      }
    });
  return best[all] ?? Infinity;
}

describe('a run sheet', () => {
  it('one who comes after the time that is kept free takes it from nobody else', () => {
    const { turns } = plan({ guests: [guest('early'), guest('late', { arrives: 114 })] });
    expect(turns.map(({ guestId, begins, ends }) => [guestId, begins, ends])).toEqual([
      ['early', 105, 110],
      ['late', 114, 119],
    ]);
  });
  it('ties every bow as late as leaves the time to be kept, one after another', () => {
    const { turns, ends, spareMinutes } = plan({ guests: [guest('a'), guest('b'), guest('c')] });
    expect(turns.map(({ begins, ends: end }) => [begins, end])).toEqual([
      [95, 100],
      [100, 105],
      [105, 110],
    ]);
    expect([ends, spareMinutes]).toEqual([110, 10]);
  });

  it('lets helpers tie side by side, the slower one fewer', () => {
    const { turns } = plan({
      guests: Array.from({ length: 9 }, (_, k) => guest(`g${k}`)),
      helpers: [helper('quick', { minutes: 3 }), helper('slow', { minutes: 6 })],
    });
    const of = (id: string): number => turns.filter(({ helperId }) => helperId === id).length;
    expect([of('quick'), of('slow')]).toEqual([6, 3]);
  });

  it('lets tired arms rest, and counts a wait as a rest', () => {
    const rest = { after: 2, minutes: 10 };
    const tired = plan({ guests: [guest('a'), guest('b'), guest('c')], helpers: [helper('Maud', { rest })] });
    expect(tired.turns.map(({ begins }) => begins)).toEqual([85, 90, 105]);
    const waited = plan({
      guests: [guest('a'), guest('b', { arrives: 80 }), guest('c', { arrives: 80 })],
      helpers: [helper('Maud', { rest })],
      keepFree: 0,
      by: 90,
    });
    expect(waited.turns.map(({ ends }) => ends)).toEqual([70, 85, 90]);
  });

  it('takes a rest before it is due where that lets everybody be tied sooner', () => {
    // six bows of 5 minutes, four in a row, then 7 minutes of rest; two guests are there at 0, four come at 15
    const guests = [0, 0, 15, 15, 15, 15].map((arrives, k) => guest(`g${k}`, { arrives }));
    const { ends } = plan({ guests, helpers: [helper('Maud', { rest: { after: 4, minutes: 7 } })], by: 40, keepFree: 0 });
    // resting from 10 to 17 and then tying four ends at 37; four in a row, then the rest, would end at 42
    expect(ends).toBe(40);
    const late = plan({ guests, helpers: [helper('Maud', { rest: { after: 4, minutes: 7 } })], by: 37, keepFree: 0 });
    expect(late.spareMinutes).toBe(0);
  });

  it('says by how much there is not time enough, for who comes late', () => {
    const { turns, spareMinutes } = plan({ guests: [guest('late', { arrives: 118 })] });
    expect(turns[0]).toMatchObject({ begins: 118, ends: 123 });
    expect(spareMinutes).toBe(-3);
  });

  it('has who ties alone begin in time for it, beside the helpers', () => {
    const { turns } = plan({ guests: [guest('self', { ties: { minutes: 7, sdMinutes: 1, good: 0.9 } })], helpers: [] });
    expect(turns).toEqual([{ guestId: 'self', helperId: null, begins: 103, ends: 110 }]);
    expect(() => plan({ guests: [guest('x')], helpers: [] })).toThrow('no helper');
    expect(plan({ guests: [] })).toMatchObject({ turns: [], spareMinutes: 10 });
  });

  it('ties nobody before he is there, nobody twice, no two at once, and rests arms', () => {
    fc.assert(
      fc.property(anyGathering, (gathering) => {
        const { turns } = planRunSheet(gathering);
        expect(turns.map(({ guestId }) => guestId).sort()).toEqual(gathering.guests.map(({ id }) => id).sort());
        for (const { id, rest, from } of gathering.helpers) {
          const own = turns.filter(({ helperId }) => helperId === id);
          let [end, inARow] = [from, 0];
          for (const { guestId, begins, ends } of own) {
            expect(begins).toBeGreaterThanOrEqual(end - 1e-9);
            expect(begins).toBeGreaterThanOrEqual(gathering.guests.find((each) => each.id === guestId)?.arrives ?? Infinity);
            if (rest && begins - end >= rest.minutes - 1e-9) inARow = 0;
            inARow += 1;
            if (rest) expect(inARow).toBeLessThanOrEqual(rest.after);
            end = ends;
          }
        }
      }),
    );
  });

  it('is within a twentieth of the soonest there is, from the first arrival to the last bow', () => {
    let worst = 0;
    fc.assert(
      fc.property(anyGathering, (gathering) => {
        // with the hour at the beginning of all nothing is put off: the sheet is as early as it can be
        const { ends } = planRunSheet({ ...gathering, by: 0, keepFree: 0 });
        const best = exactly(gathering);
        worst = Math.max(worst, ends / best);
        expect(ends).toBeGreaterThanOrEqual(best - 1e-9);
        expect(ends).toBeLessThanOrEqual(1.05 * best);
      }),
      { numRuns: 200, seed: 29 },
    );
    expect(worst).toBeGreaterThanOrEqual(1);
  });

  it('is as ready as chance has it: one bow about its mean, and a helper for who does not succeed', () => {
    const normal = seededNormal(7);
    const uniform = seededUniform(8);
    const one: Gathering = { guests: [guest('a')], helpers: [helper('Maud', { minutes: 10, sdMinutes: 2 })], by: 100, keepFree: 0 };
    // of a log-normal time more than half are below their mean: the standard normal at half its own spread
    const spread = Math.sqrt(Math.log(1 + 0.2 ** 2));
    expect(howReady(one, planRunSheet(one), 4_000, normal, uniform).all).toBeCloseTo(normalShare(spread / 2), 1);
    const alone: Gathering = {
      guests: [guest('self', { ties: { minutes: 5, sdMinutes: 0.01, good: 0.7 } })],
      helpers: [helper('Maud', { minutes: 4, sdMinutes: 0.01 })],
      by: 100,
      keepFree: 3,
    };
    expect(howReady(alone, planRunSheet(alone), 4_000, normal, uniform).byGuest.get('self')).toBeCloseTo(0.7, 1);
    const roomy = { ...alone, keepFree: 10 };
    expect(howReady(roomy, planRunSheet(roomy), 500, normal, uniform).all).toBe(1);
  });
});
