/** A request that would wait for longer is refused, in ms. */
const LONGEST_WAIT_MS = 2_000;
/** How much is looked back at, for telling how many requests are answered in a second. */
const LOOK_BACK_MS = 1_000;
/** So many may always be under way: what is looked back at says nothing of a server that had nothing to do. */
const ALWAYS_TAKEN = 40;

/**
 * How long a new request would wait: those before it, over those that are answered in a second (the long-run relation of number, rate and
 * time in a queue: Little, Operations Research 9, 1961).
 */
export class Pressure {
  readonly #now: () => number;
  #underWay = 0;
  #spanBegan: number;
  #leftInSpan = 0;
  #ratePerMs: number | null = null;

  constructor(now: () => number = () => performance.now()) {
    this.#now = now;
    this.#spanBegan = now();
  }

  came(): void {
    this.#underWay += 1;
  }

  left(): void {
    this.#underWay = Math.max(0, this.#underWay - 1);
    this.#leftInSpan += 1;
    this.#look();
  }

  /** Whether a request that comes now would wait too long. */
  isTooMuch(): boolean {
    this.#look();
    if (this.#underWay < ALWAYS_TAKEN || this.#ratePerMs === null) return false;
    return this.#underWay > this.#ratePerMs * LONGEST_WAIT_MS;
  }

  /** Once a span is over, what was answered in it is the rate. */
  #look(): void {
    const spanMs = this.#now() - this.#spanBegan;
    if (spanMs < LOOK_BACK_MS) return;
    // a span in which there was little to do says nothing of what could be done
    this.#ratePerMs = this.#underWay + this.#leftInSpan < ALWAYS_TAKEN ? null : this.#leftInSpan / spanMs;
    this.#spanBegan = this.#now();
    this.#leftInSpan = 0;
  }
}
