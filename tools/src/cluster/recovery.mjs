/*
 * What happens when no node of a cluster has a majority any more, although every machine's program still runs: two of three nodes died
 * within seconds of each other, or hung. Galera then waits for ever, because a node cannot know whether the others go on without it.
 * The programs can know: each says that its own node is stopped, and how far its records go. Then the most advanced node begins again,
 * and the others take what they lack from it. Nothing that was acknowledged is given up, because it is on the most advanced node.
 *
 * The machine with the lowest number coordinates:
 *   1. It sees that no node has been part of a majority for STUCK_MS. All machines must answer; otherwise it waits.
 *   2. It asks all machines to hold: each kills its node, reads from its disk how far its records go, and starts nothing.
 *   3. If every position is known and of the same history, the most advanced machine is told to begin; the others start once it serves.
 * A hold lapses when the coordinator falls silent. A machine that is held cannot form a majority by itself, so there are never two.
 */

/**
 * No majority for so long does not pass by itself: Galera agrees within four seconds on who is there, and nodes that all lost their power
 * find one another within about as long. In milliseconds.
 */
const STUCK_MS = 6_000;
const LOOK_EVERY_MS = 1_000;
const ASKED_WITHIN_MS = 2_000;
/** Reading a position recovers what the node had not written when it was killed, which may take minutes. */
const HELD_WITHIN_MS = 5 * 60_000;
const KEEP_ALIVE_MS = 1_500;
/** A hold lapses so long after the coordinator was last heard. */
const HOLD_MS = 20_000;
/** The chosen machine begins only if the coordinator was heard so recently: the others are then still held. */
const BEGIN_WITHIN_MS = 8_000;
const SERVES_WITHIN_MS = 60_000;
/** A hold lapses by itself: nobody waits for long for a machine that fell silent. */
const RELEASED_WITHIN_MS = 30_000;
const SAY_AGAIN_MS = 60_000;

/**
 * How far a node's records go: the history they belong to, and the number of the last change. −1: a copy from another node was cut off,
 * so that it has no records of its own. Null: nobody can say.
 * @typedef {{ history: string, seqno: number } | null} Position
 */

/**
 * Which machine begins; null with the reason when nobody can say which has everything.
 * @param {readonly { number: number, position: Position }[]} held
 * @returns {{ number: number } | { number: null, why: string }}
 */
export function chooseFirst(held) {
  const unknown = held.filter(({ position }) => position === null);
  if (unknown.length > 0)
    return { number: null, why: `nobody can say how far the records of machine ${unknown.map(({ number }) => number).join(' and ')} go` };
  const whole = held.flatMap(({ number, position }) => (position === null || position.seqno < 0 ? [] : [{ number, ...position }]));
  const histories = new Set(whole.map(({ history }) => history));
  if (whole.length === 0) return { number: null, why: 'no machine has records' };
  if (histories.size > 1) return { number: null, why: 'the machines have records of different histories' };
  const [first] = whole.sort((a, b) => b.seqno - a.seqno || a.number - b.number);
  return { number: first?.number ?? 0 };
}

/**
 * What a node says of itself.
 * @typedef {{ hasMajority: boolean, stuckMs: number }} NodeState
 */

/**
 * Watches over a machine's node, holds it and lets it begin when the coordinator says so; on the coordinating machine, coordinates.
 * @param {{
 *   share: import('./files.mjs').Share,
 *   node: import('./galeraNode.mjs').GaleraNode,
 *   hasMajority: () => Promise<boolean>,
 *   log: (line: string) => void,
 * }} options
 */
export function startRecovery({ share: { machines, own, ports, secrets }, node, hasMajority, log }) {
  /** Since when the node has had no majority; 0 while it has one. */
  let since = 0;
  /** @type {NodeState} */
  let now = { hasMajority: false, stuckMs: 0 };
  /** When the coordinator was last heard; 0 while nothing is held. */
  let heardAt = 0;
  /** @type {Promise<Position> | undefined} */
  let holding;
  let stopped = false;
  let saidAt = 0;

  const release = async () => {
    if (heardAt === 0) return;
    await holding;
    heardAt = 0;
    holding = undefined;
    if (!stopped) await node.release();
  };
  /** @type {Readonly<Record<string, () => Promise<object>>>} */
  const answers = {
    state: async () => ({ ...now, hasMajority: await hasMajority() }),
    hold: async () => {
      if (await hasMajority()) return { refused: 'it has a majority' };
      heardAt = Date.now();
      holding ??= node.hold();
      return { position: await holding };
    },
    'keep-alive': async () => {
      if (heardAt !== 0) heardAt = Date.now();
      return {};
    },
    begin: async () => {
      if (heardAt === 0 || Date.now() - heardAt > BEGIN_WITHIN_MS) return { refused: 'the hold is too old' };
      await holding;
      heardAt = 0;
      holding = undefined;
      log(`The database of machine-${own.number} has the latest records; it begins.`);
      await node.begin();
      return { begun: true };
    },
    release: async () => {
      await release();
      return {};
    },
  };

  /** @param {import('./machine.mjs').Machine} machine @param {string} what @param {number} withinMs @returns {Promise<Record<string, any> | null>} */
  const ask = async (machine, what, withinMs = ASKED_WITHIN_MS) => {
    if (machine.number === own.number) return (await answers[what]?.()) ?? null;
    try {
      const answer = await fetch(`http://${machine.address}:${ports.doctor}/${what}`, {
        ...{ method: 'POST', headers: { authorization: `Bearer ${secrets.recovery}` }, signal: AbortSignal.timeout(withinMs) },
      });
      return answer.ok ? /** @type {Record<string, any>} */ (await answer.json()) : null;
    } catch {
      return null;
    }
  };
  const askAll = (/** @type {string} */ what, /** @type {number} */ withinMs = ASKED_WITHIN_MS) =>
    Promise.all(machines.map(async (machine) => ({ number: machine.number, answer: await ask(machine, what, withinMs) })));

  const say = (/** @type {string} */ line) => {
    if (Date.now() - saidAt < SAY_AGAIN_MS) return;
    saidAt = Date.now();
    log(line);
  };

  const coordinate = async () => {
    const states = await askAll('state');
    const silent = states.filter(({ answer }) => answer === null);
    if (states.some(({ answer }) => answer?.['hasMajority'] === true)) return;
    if (silent.length > 0) {
      if (now.stuckMs > STUCK_MS)
        say(
          `No database has a majority, and machine ${silent.map(({ number }) => number).join(' and ')} does not answer. Start it; if it is lost for good, see docs/running.md, “A machine is lost”.`,
        );
      return;
    }
    if (states.some(({ answer }) => Number(answer?.['stuckMs']) < STUCK_MS)) return;
    log('No database has had a majority for a while; all are stopped to find the one with the latest records.');
    const keepAlive = setInterval(() => void askAll('keep-alive'), KEEP_ALIVE_MS);
    try {
      const held = await askAll('hold', HELD_WITHIN_MS);
      const positions = held.map(({ number, answer }) => ({ number, position: /** @type {Position} */ (answer?.['position'] ?? null) }));
      const chosen = chooseFirst(positions);
      if (chosen.number === null) {
        say(`The cluster cannot begin by itself: ${chosen.why}. See docs/running.md, “A machine is lost”.`);
        return;
      }
      const first = machines.find(({ number }) => number === chosen.number);
      if (first === undefined || (await ask(first, 'begin', HELD_WITHIN_MS))?.['begun'] !== true) return;
      for (const began = Date.now(); Date.now() - began < SERVES_WITHIN_MS && !stopped;) {
        if ((await ask(first, 'state'))?.['hasMajority'] === true) return;
        await new Promise((resolve) => setTimeout(resolve, 200));
      }
    } finally {
      clearInterval(keepAlive);
      await askAll('release', RELEASED_WITHIN_MS);
    }
  };

  let looking = false;
  const isCoordinator = own.number === Math.min(...machines.map(({ number }) => number));
  const look = async () => {
    if (looking || stopped) return;
    looking = true;
    try {
      const isIn = await hasMajority();
      if (isIn) since = 0;
      else if (since === 0) since = Date.now();
      now = { hasMajority: isIn, stuckMs: since === 0 ? 0 : Date.now() - since };
      if (heardAt !== 0 && Date.now() - heardAt > HOLD_MS) await release();
      if (isCoordinator && !now.hasMajority) await coordinate();
    } finally {
      looking = false;
    }
  };
  const watching = setInterval(() => void look(), LOOK_EVERY_MS);
  return {
    /** Answers another machine; null for what nobody asks. @param {string} what @param {string | undefined} authorization */
    answer: async (what, authorization) => (authorization === `Bearer ${secrets.recovery}` ? ((await answers[what]?.()) ?? null) : null),
    stop: () => {
      stopped = true;
      clearInterval(watching);
    },
  };
}
