import { benchArcLength } from './arc-length.ts';
import { benchBake } from './bake.ts';
import { benchClips } from './clips.ts';
import { benchEase } from './ease.ts';
import { benchFiles } from './files.ts';
import { benchReading } from './reading.ts';
import { benchRegistration } from './registration.ts';
import { printRow, type Row } from './row.ts';

/** Speed and error against well-known packages measured in the same run; names after it choose rows. */
const BENCHES: Record<string, () => Row[]> = {
  ease: benchEase,
  bake: benchBake,
  'arc-length': benchArcLength,
  registration: benchRegistration,
  files: benchFiles,
};

/** What prints tables of its own. */
const TABLES: Record<string, () => void> = { reading: benchReading, clips: benchClips };

const chosen = process.argv.slice(2);
const isChosen = (name: string): boolean => chosen.length === 0 || chosen.includes(name);
const unknown = chosen.filter((name) => !BENCHES[name] && !TABLES[name]);
if (unknown.length > 0) {
  console.error(
    `There is no bench "${unknown[0]}". There are ${[...Object.keys(BENCHES), ...Object.keys(TABLES)].join(', ')}.`,
  );
  process.exit(2);
}
if (Object.keys(BENCHES).some(isChosen))
  console.log(
    `${'work'.padEnd(58)}${'Undulan'.padStart(12)}${'peer'.padStart(12)}${'ratio'.padStart(9)}${'aim'.padStart(8)} ` +
      '  error: Undulan / peer',
  );
for (const [name, bench] of Object.entries(BENCHES)) if (isChosen(name)) bench().forEach(printRow);
for (const [name, bench] of Object.entries(TABLES)) if (isChosen(name)) bench();
