import { expect, test } from 'vitest';
import { contradictions } from '../../testing/contradictions.ts';
import { casesOf, judge } from '../../testing/judge-readings.ts';
import { KEYINGS, ROUGH_KEYINGS } from '../../testing/keyings.ts';
import { pairedCasesOf } from '../../testing/paired-faults.ts';

/** Of recordings one of so many is read: which, is another one in every way of keying. `npm run quality` reads all. */
const NTH = 4;
/** The share of what is off that one finding mends where it is alone; and of how many. */
const [MOSTLY, NEARLY_ALL] = [0.75, 0.95];
const READ_WHOLE = ['as keyed', 'split segments', 'breakdowns put in', 'subjects turned about'];

/** What readings of learners' takes have reached, a little less: `npm run quality -w core` prints more. */
const REACHED: Record<string, [precision: number, recall: number, first: number]> = {
  'as keyed': [0.995, 0.99, 0.99],
  baked: [0.99, 0.99, 0.985],
  'baked as in-betweens': [0.99, 0.99, 0.985],
  tracked: [0.99, 0.985, 0.985],
  'held on ones': [0.985, 0.985, 0.985],
  'tracked badly': [0.97, 0.98, 0.98],
  'keyed on every other frame': [0.96, 0.96, 0.955],
  thinned: [0.985, 0.985, 0.985],
  'followed in a clip': [0.985, 0.98, 0.98],
  'split segments': [0.99, 0.99, 0.99],
  'baked, its keys kept': [0.98, 0.985, 0.985],
  'baked in part': [0.985, 0.985, 0.98],
  'breakdowns marked': [0.98, 0.985, 0.985],
  'breakdowns put in': [0.98, 0.985, 0.985],
  'holds written out': [0.98, 0.985, 0.985],
  'holds keyed again': [0.99, 0.985, 0.985],
  'held before and after': [0.99, 0.985, 0.985],
  'all in-betweens': [0.985, 0.985, 0.985],
  'subjects turned about': [0.995, 0.99, 0.99],
  'carried, and a turn more': [0.99, 0.985, 0.985],
};

test.for(Object.entries(REACHED).map(([name, least], k) => [name, least, k] as const))(
  'readings of takes %s are true, whole, and say first what matters',
  ([name, least, k]) => {
    const every = { nth: READ_WHOLE.includes(name) ? 1 : NTH, from: k };
    const cases = casesOf(name, { from: 0, times: 1, every }, (KEYINGS[name] ?? ROUGH_KEYINGS[name])!);
    expect(cases.flatMap((each) => contradictions(each.said))).toEqual([]);
    // What is all that is said, put right, leaves next to nothing.
    const alone = cases.flatMap(({ said }) => (said.length === 1 ? (said[0]!.mends ?? []) : []));
    expect(alone.filter((mends) => mends > MOSTLY).length).toBeGreaterThan(NEARLY_ALL * alone.length);
    const { precision, recall, first, examples } = judge(cases);
    [precision, recall, first].forEach((share, i) =>
      expect(share, examples.join('\n')).toBeGreaterThanOrEqual(least[i]!),
    );
  },
);

test('of two faults at once neither hides the other, nor makes anything untrue said', () => {
  const { precision, recall, first, examples } = judge(
    pairedCasesOf('as keyed', { from: 0, times: 1, every: { nth: 2 * NTH, from: 0 } }, KEYINGS['as keyed']!),
  );
  expect(
    [precision, first].map((share) => share >= 0.99),
    examples.slice(0, 20).join('\n'),
  ).toEqual([true, true]);
  expect(recall).toBeGreaterThanOrEqual(0.97);
});
