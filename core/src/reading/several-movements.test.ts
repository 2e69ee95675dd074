import { expect, test } from 'vitest';
import { createDice } from '../../testing/dice.ts';
import { KEYINGS } from '../../testing/keyings.ts';
import { severalMoved } from '../../testing/several-movements.ts';
import { readTake } from '../index.ts';

const SCENES = 6;

test.each(['as keyed', 'baked', 'tracked'])(
  'what is wrong with several movements is one thing to say, %s',
  (keying) => {
    for (let seed = 0; seed < SCENES; seed++)
      for (const { name, target, take, kinds, ofKeys } of severalMoved(seed)) {
        if (ofKeys && keying !== 'as keyed') continue;
        const rekeyed = KEYINGS[keying]!(take, createDice(seed + 7));
        const { findings } = readTake({ motion: target, tolerances: { keyFrames: 1, spacingPercent: 5 } }, rekeyed);
        const said = `${name}: ${findings.map(({ sentence }) => sentence).join(' ')}`;
        expect(findings.length, said).toBe(Math.min(1, kinds.length));
        expect(
          findings.filter(({ kind }) => !kinds.includes(kind)),
          said,
        ).toEqual([]);
      }
  },
);
