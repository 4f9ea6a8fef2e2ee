/** So many requests are worked on at once: more would only take turns from one another, and all of them would be late. */
export const PLACES = 12;
/** Whoever has been worked on for this long waits for something else than the server, and gives the place up, in ms. */
const PLACE_FOR_MS = 1_000;
/** Nobody waits in line for longer, in ms. */
const LONGEST_WAIT_MS = 2_000;
/** A line as short as this is never too long: what few were answered says little of how long it will take. */
const SHORT = 2 * PLACES;
/** How much is looked back at, for telling how many requests are answered in a second, in ms. */
const LOOK_BACK_MS = 1_000;
const LOOK_EVERY_MS = 50;

/** A request in line, or begun. */
export interface InLine {
  readonly begin: () => void;
  readonly refuse: () => void;
  /** Since when it waits, and once it is begun, since then. */
  sinceMs: number;
}

/**
 * The line before the server: requests are begun in the order in which they came, some at once, so that what takes many turns at the
 * database is not passed at each of them by all that came later. Whoever would wait too long is told so: at once, as far as the rate at
 * which requests are answered tells it (the long-run relation of number, rate and time in a queue: Little, Operations Research 9, 1961),
 * else once the time is over.
 */
export class Line {
  readonly #now: () => number;
  /** In the order in which they came. */
  readonly #waiting = new Set<InLine>();
  /** Those that have a place, the longest first. */
  readonly #placed = new Set<InLine>();
  /** Begun, and without a place since they take long. */
  readonly #lingering = new Set<InLine>();
  #ticker: NodeJS.Timeout | undefined;
  #spanBegan: number;
  #leftInSpan = 0;
  #ratePerMs: number | null = null;

  constructor(now: () => number = () => performance.now()) {
    this.#now = now;
    this.#spanBegan = now();
  }

  /** Whether somebody who comes now would wait too long. */
  isTooLong(): boolean {
    this.look();
    return this.#waiting.size >= SHORT && this.#ratePerMs !== null && this.#waiting.size > this.#ratePerMs * LONGEST_WAIT_MS;
  }

  /** Comes into line. At the next {@link look}, or later, `begin` or `refuse` is called, once, unless the request leaves before. */
  enter(begin: () => void, refuse: () => void): InLine {
    const request = { begin, refuse, sinceMs: this.#now() };
    this.#waiting.add(request);
    return request;
  }

  /** Says that a request is answered, or gone; a second time it says nothing. */
  leave(request: InLine): void {
    this.#waiting.delete(request);
    if (!this.#placed.delete(request) && !this.#lingering.delete(request)) return;
    this.#leftInSpan += 1;
    this.look();
  }

  /** Begins those for whom there is a place, and refuses those who have waited too long. Looked at also while nothing comes or goes. */
  look(): void {
    const nowMs = this.#now();
    this.#lookBack(nowMs);
    for (const request of this.#placed) {
      if (nowMs - request.sinceMs < PLACE_FOR_MS) break;
      this.#placed.delete(request);
      this.#lingering.add(request);
    }
    for (const request of this.#waiting) {
      const isLate = nowMs - request.sinceMs >= LONGEST_WAIT_MS;
      if (!isLate && this.#placed.size >= PLACES) break;
      this.#waiting.delete(request);
      if (isLate) {
        request.refuse();
        continue;
      }
      request.sinceMs = nowMs;
      this.#placed.add(request);
      request.begin();
    }
    if (this.#waiting.size === 0) {
      clearInterval(this.#ticker);
      this.#ticker = undefined;
    } else this.#ticker ??= setInterval(() => this.look(), LOOK_EVERY_MS).unref();
  }

  /** Once a span is over, what was answered in it is the rate; where nobody waited, it says nothing of what could be done. */
  #lookBack(nowMs: number): void {
    const spanMs = nowMs - this.#spanBegan;
    if (spanMs < LOOK_BACK_MS) return;
    this.#ratePerMs = this.#waiting.size === 0 ? null : this.#leftInSpan / spanMs;
    this.#spanBegan = nowMs;
    this.#leftInSpan = 0;
  }
}
