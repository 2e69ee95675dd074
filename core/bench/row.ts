/** One comparison: nanoseconds a piece of work, and how far off each is at worst. */
export interface Row {
  work: string;
  peer: string;
  ownNs: number;
  peerNs: number;
  /** The ratio to reach: peer's time ÷ own. */
  aim: number;
  ownError: number;
  peerError: number;
  errorUnit: string;
}

const ROUNDS = 9;
const ROUND_MS = 40;

/**
 * Nanoseconds a piece of each of two works, the median of several rounds taken in turn so that both meet the same
 * machine. `run` does `pieces` of them.
 */
export function measure(
  pieces: number,
  own: () => void,
  peer: () => void,
  rounds = ROUNDS,
): { ownNs: number; peerNs: number } {
  const times: [number[], number[]] = [[], []];
  for (let round = -2; round < rounds; round++) {
    for (const [side, run] of [own, peer].entries()) {
      const start = performance.now();
      let runs = 0;
      let spentMs;
      do {
        run();
        runs++;
        spentMs = performance.now() - start;
      } while (spentMs < ROUND_MS);
      // The first two rounds only warm up.
      if (round >= 0) times[side as 0 | 1].push((spentMs * 1e6) / (runs * pieces));
    }
  }
  const median = (list: number[]): number => list.sort((a, b) => a - b)[Math.floor(list.length / 2)]!;
  return { ownNs: median(times[0]), peerNs: median(times[1]) };
}

const ns = (value: number): string => (value < 1000 ? `${value.toFixed(1)} ns` : `${(value / 1e6).toFixed(2)} ms`);

export function printRow({ work, peer, ownNs, peerNs, aim, ownError, peerError, errorUnit }: Row): void {
  const ratio = peerNs / ownNs;
  const mark = ratio >= aim ? ' ' : '!';
  console.log(
    `${work.padEnd(58)}${ns(ownNs).padStart(12)}${ns(peerNs).padStart(12)}` +
      `${`${ratio.toFixed(2)}×${mark}`.padStart(9)}${`${aim}×`.padStart(8)}   ` +
      `${ownError.toExponential(1)} / ${peerError.toExponential(1)} ${errorUnit}  (${peer})`,
  );
}
