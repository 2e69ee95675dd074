import bezierEasing from 'bezier-easing';
import { bezierValue, createBezierEase, solveBezierTime } from '../src/index.ts';
import { measure, type Row } from './row.ts';

type Controls = [x1: number, y1: number, x2: number, y2: number];
const CURVES: Controls[] = [
  [0.42, 0, 0.58, 1],
  [0.25, 0.1, 0.25, 1],
  [0.4, 0, 0.2, 1],
  [0.68, -0.55, 0.27, 1.55],
];
const READS = 200_000;

/** Places to read, in no order that a cache could like; those hard by 0, ½ and 1 among them for the error. */
const PLACES = Float64Array.from({ length: 4096 }, (_, i) => (i * 0.6180339887498949) % 1);
const HARD = [0, 0.5, 1].flatMap((x) => [x - 2 ** -50, x, x + 2 ** -50]).filter((x) => x >= 0 && x <= 1);

function worstError(ease: (curve: Controls) => (x: number) => number): number {
  let worst = 0;
  for (const [x1, y1, x2, y2] of CURVES) {
    const read = ease([x1, y1, x2, y2]);
    for (const x of [...PLACES, ...HARD])
      worst = Math.max(worst, Math.abs(read(x) - bezierValue(0, y1, y2, 1, solveBezierTime(x1, x2, x))));
  }
  return worst;
}

export function benchEase(): Row[] {
  const own = CURVES.map((curve) => createBezierEase(...curve));
  const peers = CURVES.map(([x1, y1, x2, y2]) => bezierEasing(x1, y1, x2, y2));
  let sink = 0;
  const readAll = (reads: ((x: number) => number)[]) => (): void => {
    let sum = 0;
    for (const read of reads) for (let i = 0; i < READS; i++) sum += read(PLACES[i & 4095]!);
    sink += sum;
  };
  const single = measure(READS * CURVES.length, readAll(own.map((ease) => ease.at)), readAll(peers));

  const xs = Float64Array.from({ length: READS }, (_, i) => PLACES[i & 4095]!);
  const out = new Float64Array(READS);
  const batch = measure(
    READS * CURVES.length,
    () => {
      for (const ease of own) ease.into(out, xs);
    },
    () => {
      for (const read of peers) for (let i = 0; i < READS; i++) out[i] = read(xs[i]!);
    },
  );
  const peerError = worstError(([x1, y1, x2, y2]) => bezierEasing(x1, y1, x2, y2));
  const batchError = worstError((curve) => {
    const places = Float64Array.from([...PLACES, ...HARD]);
    const eased = createBezierEase(...curve).into(new Float64Array(places.length), places);
    const byPlace = new Map(Array.from(places, (x, i) => [x, eased[i]!]));
    return (x) => byPlace.get(x)!;
  });
  if (Number.isNaN(sink)) throw new Error('An ease gave no number.');
  const shared = { peer: 'bezier-easing', peerError, errorUnit: 'of the way' };
  return [
    {
      ...shared,
      ...single,
      work: 'one Bézier ease, read one by one',
      aim: 1.1,
      ownError: worstError((curve) => createBezierEase(...curve).at),
    },
    { ...shared, ...batch, work: 'one Bézier ease, read in batches', aim: 3, ownError: batchError },
  ];
}
