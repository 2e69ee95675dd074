import { ALL_MODELS, ALL_FAULTS } from './judge-readings.ts';
import { createDice } from './dice.ts';
import { KEYINGS, ROUGH_KEYINGS } from './keyings.ts';
import { readTake } from '../src/index.ts';
for (const name of process.argv.slice(2)) {
  const rekey = (KEYINGS[name] ?? ROUGH_KEYINGS[name])!;
  let rk = 0,
    rd = 0,
    mk = 0,
    n = 0;
  const each: [number, string][] = [];
  const perModel: Record<string, number> = {};
  for (const [modelName, make] of Object.entries(ALL_MODELS))
    for (const [faultName, fault] of Object.entries(ALL_FAULTS)) {
      const t0 = performance.now();
      const dice = createDice(modelName.length * 31 + faultName.length);
      const model = make(dice);
      const made = fault(model, dice);
      const t1 = performance.now();
      mk += t1 - t0;
      if (!made) continue;
      const take = rekey(made.take, dice);
      const t2 = performance.now();
      rk += t2 - t1;
      if (!take) continue;
      readTake(model.target, take);
      const t3 = performance.now();
      rd += t3 - t2;
      each.push([t3 - t2, `${modelName}, ${faultName}`]);
      n++;
      perModel[modelName] = (perModel[modelName] ?? 0) + t3 - t1;
    }
  console.log(name, n, 'made', mk.toFixed(0), 'rekeyed', rk.toFixed(0), 'read', rd.toFixed(0));
  each.sort((a, b) => b[0] - a[0]);
  console.log(
    each
      .slice(0, 8)
      .map(([t, n]) => `${t.toFixed(0)} ${n}`)
      .join('\n'),
  );
  console.log(
    Object.entries(perModel)
      .sort((a, b) => b[1] - a[1])
      .slice(0, 6)
      .map(([n, t]) => `${n} ${t.toFixed(0)}`)
      .join(', '),
  );
}
