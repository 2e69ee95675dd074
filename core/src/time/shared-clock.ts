/** One exchange of times: asked here, answered there, back here; milliseconds of either's own clock. */
export interface TimeExchange {
  sentMs: number;
  thereMs: number;
  backMs: number;
}

/** Exchanges that count: older ones say less of a clock that drifts. */
const KEPT = 8;
/** A better estimate is taken over by at most this share of what differs, at each exchange. */
const FOLLOW = 0.25;

/**
 * How far another clock is ahead of this one, from exchanges of times: of the last eight the quickest counts, its
 * answer taken for half way (Cristian 1989, "Probabilistic clock synchronization"); its error is half its round trip at
 * most. After the first few it is followed slowly, so that what keeps to it never jumps.
 */
export class ClockOffset {
  #exchanges: TimeExchange[] = [];
  #offsetMs: number | null = null;

  /** Milliseconds to add to this clock; 0 until something is known. */
  get ms(): number {
    return this.#offsetMs ?? 0;
  }

  get isKnown(): boolean {
    return this.#offsetMs !== null;
  }

  /** Half the round trip of what it goes by: it is off by no more. */
  get errorMs(): number {
    return this.#exchanges.length === 0 ? Infinity : roundTrip(quickest(this.#exchanges)) / 2;
  }

  add(exchange: TimeExchange): void {
    this.#exchanges = [...this.#exchanges, exchange].slice(-KEPT);
    const best = quickest(this.#exchanges);
    const measured = best.thereMs - (best.sentMs + best.backMs) / 2;
    const isSettling = this.#offsetMs === null || this.#exchanges.length < KEPT;
    this.#offsetMs = isSettling ? measured : this.#offsetMs! + FOLLOW * (measured - this.#offsetMs!);
  }
}

const roundTrip = ({ sentMs, backMs }: TimeExchange): number => backMs - sentMs;

function quickest(exchanges: readonly TimeExchange[]): TimeExchange {
  return exchanges.reduce((best, one) => (roundTrip(one) < roundTrip(best) ? one : best));
}
