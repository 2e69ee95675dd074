import { CubicBezierCurve, CurvePath, Vector2 } from 'three';
import { createPathSampler, type GuidePath, pointOfPiece } from '../src/index.ts';
import { measure, type Row } from './row.ts';

const PIECES = 10;
const READS = 100_000;

/** An open path of ten pieces, smooth from one to the next, with turns of several sizes. */
const path: GuidePath = {
  id: 'bench',
  name: 'Bench path',
  closed: false,
  points: Array.from({ length: PIECES + 1 }, (_, i) => {
    const x = i * 90;
    const y = Math.sin(i * 1.9) * 160;
    const out = { x: 30 + (i % 3) * 15, y: Math.cos(i * 2.3) * 80 };
    return { x, y, in: { x: -out.x, y: -out.y }, out };
  }),
};

function peerPath(): CurvePath<Vector2> {
  const whole = new CurvePath<Vector2>();
  for (let i = 0; i < PIECES; i++) {
    const [a, b] = [path.points[i]!, path.points[i + 1]!];
    whole.add(
      new CubicBezierCurve(
        new Vector2(a.x, a.y),
        new Vector2(a.x + a.out.x, a.y + a.out.y),
        new Vector2(b.x + b.in.x, b.y + b.in.y),
        new Vector2(b.x, b.y),
      ),
    );
  }
  return whole;
}

/** The point at a share of the length, by chords so short that they do not matter. */
function exactPoints(shares: readonly number[]): { x: number; y: number }[] {
  const steps = 200_000;
  const lengths = [0];
  const points = [pointOfPiece(path, 0, 0)];
  for (let i = 1; i <= steps * PIECES; i++) {
    const at = pointOfPiece(path, Math.min(PIECES - 1, Math.floor((i - 1) / steps)), (((i - 1) % steps) + 1) / steps);
    const before = points[i - 1]!;
    lengths.push(lengths[i - 1]! + Math.hypot(at.x - before.x, at.y - before.y));
    points.push(at);
  }
  let i = 1;
  return shares.map((share) => {
    const gone = share * lengths.at(-1)!;
    while (lengths[i]! < gone) i++;
    const part = (gone - lengths[i - 1]!) / (lengths[i]! - lengths[i - 1]!);
    const [a, b] = [points[i - 1]!, points[i]!];
    return { x: a.x + (b.x - a.x) * part, y: a.y + (b.y - a.y) * part };
  });
}

export function benchArcLength(): Row[] {
  const sampler = createPathSampler(path);
  const peer = peerPath();
  const shares = Float64Array.from({ length: 4096 }, (_, i) => (i * 0.6180339887498949) % 1);
  const point = { x: 0, y: 0 };
  const target = new Vector2();
  let sink = 0;
  const times = measure(
    READS,
    () => {
      let sum = 0;
      for (let i = 0; i < READS; i++) sum += sampler.pointInto(point, shares[i & 4095]!).x;
      sink += sum;
    },
    () => {
      let sum = 0;
      for (let i = 0; i < READS; i++) sum += peer.getPoint(shares[i & 4095]!, target).x;
      sink += sum;
    },
  );
  if (Number.isNaN(sink)) throw new Error('A path gave no number.');
  const checked = Array.from({ length: 199 }, (_, i) => (i + 1) / 200);
  const exact = exactPoints(checked);
  const worst = (at: (share: number) => { x: number; y: number }): number =>
    Math.max(...checked.map((share, i) => Math.hypot(at(share).x - exact[i]!.x, at(share).y - exact[i]!.y)));
  return [
    {
      work: 'arc-length look-up, ten-piece path',
      peer: 'three CurvePath.getPoint',
      ...times,
      aim: 5,
      ownError: worst((share) => sampler.pointInto({ x: 0, y: 0 }, share)),
      peerError: worst((share) => peer.getPoint(share)),
      errorUnit: 'px',
    },
  ];
}
