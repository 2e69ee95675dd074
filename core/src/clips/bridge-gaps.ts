/**
 * A coordinate over time, some of it measured poorly or not at all: a Kalman filter of place and velocity with a
 * backward pass (Rauch, Tung & Striebel 1965).
 */
export interface Measured {
  /** When, in frames. */
  at: number;
  value: number;
  /** Standard deviation of the measurement; infinite where there is none. */
  error: number;
}

export interface Estimate {
  value: number;
  /** Standard deviation of the estimate. */
  error: number;
}

interface State {
  place: number;
  velocity: number;
  /** Covariances. */
  pp: number;
  pv: number;
  vv: number;
}

/** The most likely way through what is measured, where accelerations are about `restless` units a frame² as usual. */
export function bridgeGaps(measured: readonly Measured[], restless: number): Estimate[] {
  const first = measured.findIndex(({ error }) => error < Infinity);
  if (first < 0) return measured.map(({ value }) => ({ value, error: Infinity }));
  const density = restless ** 2;
  const wide = 1e8;
  const filtered: State[] = [];
  const predicted: State[] = [];
  let state: State = { place: measured[first]!.value, velocity: 0, pp: wide, pv: 0, vv: wide };
  measured.forEach(({ at, value, error }, i) => {
    const step = i === 0 ? 0 : at - measured[i - 1]!.at;
    const before: State = {
      place: state.place + step * state.velocity,
      velocity: state.velocity,
      pp: state.pp + 2 * step * state.pv + step * step * state.vv + (density * step ** 3) / 3,
      pv: state.pv + step * state.vv + (density * step ** 2) / 2,
      vv: state.vv + density * step,
    };
    predicted.push(before);
    if (error < Infinity) {
      const sum = before.pp + error ** 2;
      const [gainPlace, gainVelocity] = [before.pp / sum, before.pv / sum];
      const miss = value - before.place;
      state = {
        place: before.place + gainPlace * miss,
        velocity: before.velocity + gainVelocity * miss,
        pp: (1 - gainPlace) * before.pp,
        pv: (1 - gainPlace) * before.pv,
        vv: before.vv - gainVelocity * before.pv,
      };
    } else state = before;
    filtered.push(state);
  });
  const estimates: Estimate[] = Array.from({ length: measured.length });
  let later = filtered.at(-1)!;
  estimates[measured.length - 1] = { value: later.place, error: Math.sqrt(Math.max(0, later.pp)) };
  for (let i = measured.length - 2; i >= 0; i--) {
    const own = filtered[i]!;
    const next = predicted[i + 1]!;
    const step = measured[i + 1]!.at - measured[i]!.at;
    const det = next.pp * next.vv - next.pv ** 2;
    // Gain = P Fᵀ P⁻¹ of the prediction.
    const [a, b] = [own.pp + step * own.pv, own.pv];
    const [c, d] = [own.pv + step * own.vv, own.vv];
    const [g11, g12] = [(a * next.vv - b * next.pv) / det, (b * next.pp - a * next.pv) / det];
    const [g21, g22] = [(c * next.vv - d * next.pv) / det, (d * next.pp - c * next.pv) / det];
    const [missPlace, missVelocity] = [later.place - next.place, later.velocity - next.velocity];
    const [dpp, dpv, dvv] = [later.pp - next.pp, later.pv - next.pv, later.vv - next.vv];
    later = {
      place: own.place + g11 * missPlace + g12 * missVelocity,
      velocity: own.velocity + g21 * missPlace + g22 * missVelocity,
      pp: own.pp + g11 * g11 * dpp + 2 * g11 * g12 * dpv + g12 * g12 * dvv,
      pv: own.pv + g11 * g21 * dpp + (g11 * g22 + g12 * g21) * dpv + g12 * g22 * dvv,
      vv: own.vv + g21 * g21 * dpp + 2 * g21 * g22 * dpv + g22 * g22 * dvv,
    };
    estimates[i] = { value: later.place, error: Math.sqrt(Math.max(0, later.pp)) };
  }
  return estimates;
}
