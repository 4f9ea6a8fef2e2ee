import { readFileSync } from 'node:fs';

/** Without a sign of life for so long a process is taken for stuck. */
export const SILENT_MS = 5_000;
const LOOK_EVERY_MS = 500;
/** Where this process itself was held up (a closed laptop, a machine under load) silence says nothing. */
const HELD_UP_MS = 2_000;
const NANOSECONDS_PER_MS = 1e6;

/**
 * How long a process has waited for its turn on a busy machine so far, in ms, as the system counts it for its first thread; nothing
 * where the system does not.
 * @param {number} pid
 */
export function waitedForTurnMs(pid) {
  try {
    const [, waited] = readFileSync(`/proc/${pid}/schedstat`, 'utf8').split(' ');
    return Number(waited) / NANOSECONDS_PER_MS || 0;
  } catch {
    return 0; // it is gone, or the system does not count it
  }
}

/**
 * Watches a process's signs of life. Nothing is watched before its first one. Time in which it wanted to work and had no turn does
 * not count as silence.
 * @param {() => void} onSilent called once, when none came for {@link SILENT_MS}.
 * @param {{ now?: () => number, waitedMs?: () => number, lookEveryMs?: number }} [options] `waitedMs` is how long the process has waited
 * for its turn so far.
 * @returns {{ heard: () => void, stop: () => void }}
 */
export function watchSignsOfLife(onSilent, { now = Date.now, waitedMs = () => 0, lookEveryMs = LOOK_EVERY_MS } = {}) {
  /** @type {{ at: number, waitedMs: number } | undefined} */
  let heard;
  let lookedAt = now();
  const looking = setInterval(() => {
    const at = now();
    if (at - lookedAt > HELD_UP_MS && heard !== undefined) heard = { at, waitedMs: waitedMs() };
    lookedAt = at;
    if (heard === undefined || at - heard.at < SILENT_MS) return;
    if (at - heard.at - (waitedMs() - heard.waitedMs) < SILENT_MS) return;
    clearInterval(looking);
    onSilent();
  }, lookEveryMs);
  return { heard: () => (heard = { at: now(), waitedMs: waitedMs() }), stop: () => clearInterval(looking) };
}
