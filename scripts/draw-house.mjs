import { readFileSync, writeFileSync } from 'node:fs';
import house from './house.cjs';

/** Draws docs/architecture.svg from the order of folders; with --check only says whether it is as drawn. */
const FILE = new URL('../docs/architecture.svg', import.meta.url);
const ROW = 26;
const GAP = 5;
const COLUMN = 440;
const HEAD = 34;

function step(folders, i, count, left) {
  const y = HEAD + (count - 1 - i) * (ROW + GAP);
  const width = (COLUMN - 20 - GAP * (folders.length - 1)) / folders.length;
  return folders
    .map((folder, n) => {
      const x = left + 10 + n * (width + GAP);
      return (
        `<rect x="${x}" y="${y}" width="${width}" height="${ROW}" rx="5" fill="#fffef9" stroke="#0b7a6f"/>` +
        `<text x="${x + width / 2}" y="${y + 17}" text-anchor="middle">${folder}</text>`
      );
    })
    .join('\n');
}

function column(title, steps, left, rows) {
  return [
    `<text x="${left + 10}" y="22" font-weight="700">${title}</text>`,
    ...steps.map((folders, i) => step(folders, i, rows, left)),
  ].join('\n');
}

const rows = Math.max(house.CORE.length, house.WEB.length);
const height = HEAD + rows * (ROW + GAP) + 10;
const svg = `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${2 * COLUMN} ${height}" role="img"
  aria-label="Folders of core and web, each standing on those beneath"
  font-family="sans-serif" font-size="12" fill="#22313c">
<rect width="100%" height="100%" fill="#f7f2ea"/>
${column('core/src: each stands on those beneath', house.CORE, 0, rows)}
${column('web/src, over core and contract', house.WEB, COLUMN, rows)}
</svg>
`;

if (process.argv.includes('--check')) {
  const isDrawn = readFileSync(FILE, 'utf8') === svg;
  if (!isDrawn) {
    console.error('docs/architecture.svg is not as the rules have it: run "npm run house".');
    process.exit(1);
  }
} else writeFileSync(FILE, svg);
