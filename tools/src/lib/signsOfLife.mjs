/** Without a sign of life for so long a process is taken for stuck. */
export const SILENT_MS = 5_000;
const LOOK_EVERY_MS = 500;
/** Where this process itself was held up (a closed laptop, a machine under load) silence says nothing. */
const HELD_UP_MS = 2_000;

/**
 * Watches a process's signs of life. Nothing is watched before its first one.
 * @param {() => void} onSilent called once, when none came for {@link SILENT_MS}.
 * @param {{ now?: () => number, lookEveryMs?: number }} [options]
 * @returns {{ heard: () => void, stop: () => void }}
 */
export function watchSignsOfLife(onSilent, { now = Date.now, lookEveryMs = LOOK_EVERY_MS } = {}) {
  /** @type {number | undefined} */
  let heardAt;
  let lookedAt = now();
  const looking = setInterval(() => {
    const at = now();
    if (at - lookedAt > HELD_UP_MS && heardAt !== undefined) heardAt = at;
    lookedAt = at;
    if (heardAt === undefined || at - heardAt < SILENT_MS) return;
    clearInterval(looking);
    onSilent();
  }, lookEveryMs);
  return { heard: () => (heardAt = now()), stop: () => clearInterval(looking) };
}
