import { ALL_MODELS, ALL_FAULTS } from './judge-readings.ts';
import { createDice } from './dice.ts';
import { leastEdits } from '../src/index.ts';
let rd = 0,
  n = 0;
const each: [number, string][] = [];
const perModel: Record<string, number> = {};
for (const [modelName, make] of Object.entries(ALL_MODELS))
  for (const [faultName, fault] of Object.entries(ALL_FAULTS)) {
    const dice = createDice(modelName.length * 31 + faultName.length);
    const model = make(dice);
    const made = fault(model, dice);
    if (!made) continue;
    const t2 = performance.now();
    const l = leastEdits(model.target, made.take);
    const t3 = performance.now();
    rd += t3 - t2;
    n++;
    each.push([t3 - t2, `${modelName}, ${faultName} ${l.edits.length}`]);
    perModel[modelName] = (perModel[modelName] ?? 0) + t3 - t2;
  }
console.log(n, rd.toFixed(0));
each.sort((a, b) => b[0] - a[0]);
console.log(
  each
    .slice(0, 15)
    .map(([t, n]) => `${t.toFixed(0)} ${n}`)
    .join('\n'),
);
console.log(each.map(([t]) => t)[Math.floor(n / 2)]);
console.log(
  Object.entries(perModel)
    .sort((a, b) => b[1] - a[1])
    .slice(0, 12)
    .map(([n, t]) => `${n} ${t.toFixed(0)}`)
    .join(', '),
);
