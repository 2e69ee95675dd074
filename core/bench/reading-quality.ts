/**
 * How true readings are: precision, recall and the most useful finding first, over learners' takes of many models in
 * every way they may be keyed, with one fault and with two. `npm run quality -w core`; a number shows so many examples
 * of what went wrong. `TIMES=3 FROM=100`: three throws of each, from the hundredth on, which no one has looked at.
 */
import { ALL_FAULTS, ALL_MODELS, casesOf, judge } from '../testing/judge-readings.ts';
import { KEYINGS, onTwosByHand, ROUGH_KEYINGS } from '../testing/keyings.ts';
import { pairedCasesOf } from '../testing/paired-faults.ts';

const THROWS = { from: Number(process.env['FROM'] ?? 0), times: Number(process.env['TIMES'] ?? 6) };
/** How takes with two faults are keyed. */
const PAIRED = ['as keyed', 'baked', 'tracked', 'split segments'];
const shown = Number(process.argv[2] ?? 0);
const percent = (share: number): string => `${(share * 100).toFixed(1)} %`.padStart(8);

const rows = [
  ...Object.entries({ ...KEYINGS, ...ROUGH_KEYINGS }).map(([name, rekey]) => ({
    name,
    cases: casesOf(name, THROWS, rekey),
  })),
  {
    name: 'on twos by hand',
    cases: casesOf('on twos by hand', THROWS, onTwosByHand).map((each) => ({
      ...each,
      also: [...each.also, ...each.faults, { kinds: ['exposure-differs' as const] }],
      // Of two settings that differ either may be told first; of what is never keyed there is nothing to hold.
      faults: [
        {
          kinds: [
            'exposure-differs' as const,
            ...each.faults
              .filter(({ kinds }) => kinds.some((kind) => kind === 'rate-differs' || kind === 'track-never-keyed'))
              .flatMap(({ kinds }) => kinds),
          ],
        },
      ],
    })),
  },
  ...PAIRED.map((name) => ({
    name: `two faults, ${name}`,
    cases: pairedCasesOf(name, { ...THROWS, times: 1 }, KEYINGS[name]!),
  })),
];
console.log(`${Object.keys(ALL_MODELS).length} models, ${Object.keys(ALL_FAULTS).length} faults`);
console.log('keyed                    cases  precise   found    first');
for (const { name, cases } of rows) {
  const quality = judge(cases);
  console.log(
    name.padEnd(24),
    String(quality.cases).padStart(5),
    percent(quality.precision),
    percent(quality.recall),
    percent(quality.first),
  );
  const each = Math.max(1, Math.floor(quality.examples.length / Math.max(1, shown)));
  if (shown > 0)
    for (const line of quality.examples.filter((_, i) => i % each === 0).slice(0, shown))
      console.log('   ', line.slice(0, 300));
}
for (const fault of Object.keys(ALL_FAULTS)) {
  const of = rows
    .slice(0, -PAIRED.length)
    .flatMap(({ cases }) => cases.filter(({ name }) => name.split(', ')[1] === fault));
  const { precision, recall, first, cases } = judge(of);
  console.log(fault.padEnd(24), String(cases).padStart(5), percent(precision), percent(recall), percent(first));
}
