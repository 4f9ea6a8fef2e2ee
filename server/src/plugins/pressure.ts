/** A request that would wait for longer is refused, in ms. */
const LONGEST_WAIT_MS = 2_000;
/** How much is looked back at, for telling how many requests are answered in a second. */
const LOOK_BACK_MS = 1_000;
/** So many may be under way, unless it is said otherwise: what is looked back at says nothing of a server that had nothing to do. */
const ALWAYS_TAKEN = 40;

/** A request that is under way. */
export interface UnderWay {
  readonly cameMs: number;
}

/**
 * How long a new request would wait: those before it, over those that are answered in a second (the long-run relation of number, rate and
 * time in a queue: Little, Operations Research 9, 1961). Where quick ones pass those that wait for one another, that says too little; so it
 * is also looked how long half of those under way have waited already, which is about half of what they will have waited in the end.
 */
export class Pressure {
  readonly #now: () => number;
  readonly #alwaysTaken: number;
  /** In the order in which they came. */
  readonly #underWay = new Set<UnderWay>();
  #spanBegan: number;
  #leftInSpan = 0;
  #ratePerMs: number | null = null;

  /** @param alwaysTaken so many may be under way whatever the queue is like. @param now a clock, in ms. */
  constructor(alwaysTaken: number = ALWAYS_TAKEN, now: () => number = () => performance.now()) {
    this.#alwaysTaken = alwaysTaken;
    this.#now = now;
    this.#spanBegan = now();
  }

  came(): UnderWay {
    const request = { cameMs: this.#now() };
    this.#underWay.add(request);
    return request;
  }

  /** Says that a request is answered, or gone; a second time it says nothing. */
  left(request: UnderWay): void {
    if (!this.#underWay.delete(request)) return;
    this.#leftInSpan += 1;
    this.#look();
  }

  /** Whether a request that comes now would wait too long. */
  isTooMuch(): boolean {
    this.#look();
    if (this.#underWay.size < this.#alwaysTaken) return false;
    if (this.#ratePerMs !== null && this.#underWay.size > this.#ratePerMs * LONGEST_WAIT_MS) return true;
    return this.#medianAgeMs() > LONGEST_WAIT_MS / 2;
  }

  #medianAgeMs(): number {
    let before = Math.floor(this.#underWay.size / 2);
    for (const { cameMs } of this.#underWay) {
      if (before === 0) return this.#now() - cameMs;
      before -= 1;
    }
    return 0;
  }

  /** Once a span is over, what was answered in it is the rate. */
  #look(): void {
    const spanMs = this.#now() - this.#spanBegan;
    if (spanMs < LOOK_BACK_MS) return;
    // a span in which there was little to do says nothing of what could be done
    this.#ratePerMs = this.#underWay.size + this.#leftInSpan < this.#alwaysTaken ? null : this.#leftInSpan / spanMs;
    this.#spanBegan = this.#now();
    this.#leftInSpan = 0;
  }
}
