import { type Drawing, type DrawnLine, linesOfSvgPath, type Look, lookOfDrawings } from '@undulan/core';

/** How a line of a demo drawing is painted; what is not said is the subject's own. */
type Paint = Partial<Pick<DrawnLine, 'fill' | 'stroke' | 'strokePx'>>;
/** A path, in px from the middle of its subject, and its paint. */
type Part = readonly [path: string, paint?: Paint];

const INK = '#3a3f42';
/** A line alone. */
const LINE: Paint = { fill: null, stroke: INK, strokePx: 2 };
/** A patch without a line about it. */
const patch = (fill: string): Paint => ({ fill, stroke: null });

export function drawingOf(parts: readonly Part[]): Drawing {
  return {
    lines: parts.flatMap(([path, paint = {}]) => (linesOfSvgPath(path) ?? []).map((line) => ({ ...line, ...paint }))),
  };
}

/** A drawn look of one drawing: the fill is the subject's own, which can be keyed. */
export function drawn(fill: string, parts: readonly Part[]): Look {
  const look: Look = { shape: 'drawn', widthPx: 1, heightPx: 1, fill, stroke: INK, strokePx: 2 };
  return lookOfDrawings(look, [drawingOf(parts)]);
}

/** A worktop with its front edge. */
export const COUNTER = drawn('#c9b891', [['M-450 -7H450V1H-450Z'], ['M-446 1H446V7H-446Z', { fill: '#a8946c' }]]);

/** A cutlery drawer from the side: its box, its front with a bar to pull, spoons in it. */
export const DRAWER = drawn('#d9b98a', [
  ['M-60 -40C-62 -54 -48 -58 -46 -40M-8 -40C-10 -56 6 -60 6 -40M40 -40C40 -52 52 -54 52 -40', LINE],
  ['M-140 -34H112V34H-140Z', { fill: '#c7a673' }],
  ['M-130 -24H104V24H-130Z', patch('#b8955f')],
  ['M112 -42H132V42H112Z'],
  ['M132 -12C142 -12 142 12 132 12', { ...LINE, strokePx: 5, stroke: '#6d5a43' }],
]);

/** A low cabinet with a door, on feet. */
export const CABINET = drawn('#c9d6d4', [
  ['M-150 93H-132V105H-150ZM132 93H150V105H132Z', { fill: '#7b8a88' }],
  ['M-165 -105H165V93H-165Z'],
  ['M-165 -105H165V-93H-165Z', { fill: '#b3c3c0' }],
  ['M-148 14H-8V82H-148ZM8 14H148V82H8Z', { fill: '#d6e0de' }],
  ['M-30 42V54M30 42V54', { ...LINE, strokePx: 4 }],
]);

/** A glass of tea, from the side: the rim, the tea, light on its wall. */
export const TEA_GLASS = drawn('#b5651d', [
  ['M-37 -54L-28 48Q-28 54 -22 54H22Q28 54 28 48L37 -54Z', { fill: '#eef3f1' }],
  ['M-34.5 -26L-28 48Q-28 54 -22 54H22Q28 54 28 48L34.5 -26C20 -22 -20 -22 -34.5 -26Z'],
  ['M-37 -54C-37 -60 37 -60 37 -54C37 -48 -37 -48 -37 -54Z', { fill: '#f7faf8' }],
  ['M-20 -12L-16 36', { ...LINE, stroke: '#e9b889', strokePx: 4 }],
]);

/** A frying pan from the side. */
export const PAN = drawn('#5b6670', [
  ['M-130 -13H130C128 4 118 15 96 15H-96C-118 15 -128 4 -130 -13Z'],
  ['M-130 -15H130V-9H-130Z', { fill: '#7d8993' }],
]);
export const PAN_HANDLE = drawn('#4a4038', [['M-95 -2C-95 -9 -80 -8 -60 -7L95 -3V5L-60 8C-80 9 -95 8 -95 -2Z']]);

export const PANCAKE = drawn('#dca54c', [
  ['M-85 2C-85 -9 -60 -13 0 -13C60 -13 85 -9 85 2C85 10 60 13 0 13C-60 13 -85 10 -85 2Z'],
  ['M-70 -3C-60 -9 -40 -10 0 -10C40 -10 60 -9 70 -3C50 1 -50 1 -70 -3Z', patch('#f0c97c')],
]);

/** A slice of bread with its crust. */
export const BREAD = drawn('#e2b36f', [
  ['M-65 75V-33C-66 -66 -46 -75 -26 -64Q0 -86 26 -64C46 -75 66 -66 65 -33V75Z'],
  ['M-54 64V-30C-55 -54 -41 -62 -24 -53Q0 -72 24 -53C41 -62 55 -54 54 -30V64Z', patch('#f4dcae')],
  ['M-24 -12A5 4 0 0 1 -14 -12A5 4 0 0 1 -24 -12M10 10A6 4 0 0 1 22 10A6 4 0 0 1 10 10', patch('#e6c68f')],
  ['M-20 36A5 3 0 0 1 -10 36A5 3 0 0 1 -20 36', patch('#e6c68f')],
]);

/** A toaster from the side, with its lever and a dial. */
export const TOASTER = drawn('#c9d6d4', [
  ['M-112 57H-84V65H-112ZM84 57H112V65H84Z', { fill: '#43555c' }],
  ['M-135 57V-30Q-135 -64 -101 -64H101Q135 -64 135 -30V57Z'],
  ['M-135 34H135V57H-135Z', { fill: '#aebfbc' }],
  ['M112 -44V14', { ...LINE, stroke: '#43555c', strokePx: 5 }],
  ['M100 -18H126V-6H100Z', { fill: '#43555c' }],
  ['M60 45A9 9 0 0 1 78 45A9 9 0 0 1 60 45', { fill: '#f2efe6' }],
]);
export const SLOT_RIM = drawn('#43555c', [['M-92 -8H92Q100 -8 100 0Q100 8 92 8H-92Q-100 8 -100 0Q-100 -8 -92 -8Z']]);

/** A wooden spoon, from the side, its hollow at the right. */
export const SPOON = drawn('#a9794a', [
  ['M-115 -4C-60 -8 20 -8 50 -6C70 -12 108 -12 114 0C108 13 70 13 50 7C20 9 -60 9 -115 5Z'],
  ['M62 -2C74 -8 98 -7 104 0C98 7 74 8 62 3Z', patch('#8c6238')],
]);
export const BOWL = drawn('#c9d6d4', [
  ['M-120 -30H120C116 6 84 30 40 30H-40C-84 30 -116 6 -120 -30Z'],
  ['M-120 -30C-120 -36 120 -36 120 -30C120 -24 -120 -24 -120 -30Z', { fill: '#e8efed' }],
  ['M-96 -6C-60 2 60 2 96 -6', { ...LINE, stroke: '#7d9a94' }],
]);
/** A drop of honey that draws a thread. */
export const HONEY = drawn('#e0a21b', [
  ['M0 -33C4 -16 22 -8 22 11C22 25 12 33 0 33C-12 33 -22 25 -22 11C-22 -8 -4 -16 0 -33Z'],
  ['M-11 12C-11 4 -6 0 -3 -6C-6 4 -6 12 -4 20C-9 19 -11 17 -11 12Z', patch('#f7d98a')],
]);

/** A ladle that hangs: its hook above, its bowl below. */
export const LADLE = drawn('#9aa6ad', [
  ['M-10 -112A10 10 0 0 1 10 -112', { ...LINE, strokePx: 5, stroke: '#7b8790' }],
  ['M-5 -116H5L7 70H-7Z'],
  ['M-36 72H36C36 106 22 128 0 128C-22 128 -36 106 -36 72Z', { fill: '#8592a0' }],
  ['M-36 72C-36 66 36 66 36 72C36 78 -36 78 -36 72Z', { fill: '#c4ced4' }],
]);

/** Cloth: the corner that is held, and the end that hangs from it. */
export const TOWEL_CORNER = drawn('#9fb6c6', [
  ['M-43 -30C-20 -40 10 -34 43 -35C40 -10 42 14 38 33C14 38 -18 30 -40 34C-44 10 -38 -8 -43 -30Z'],
  ['M-18 -32C-14 -8 -18 12 -14 32M12 -34C14 -10 10 10 12 33', { ...LINE, stroke: '#7d97a8' }],
  ['M-42 14C-14 20 14 14 39 18', { ...LINE, stroke: '#c8451b', strokePx: 4 }],
]);
export const TOWEL_END = drawn('#c8d6e0', [
  [
    'M-46 -58C-14 -62 20 -56 46 -59C44 -20 48 14 42 54C30 62 20 50 8 57C-6 64 -18 52 -30 58' +
      'C-38 60 -42 58 -44 54C-48 16 -42 -18 -46 -58Z',
  ],
  ['M-20 -58C-16 -18 -22 12 -16 52M14 -58C16 -16 10 16 14 54', { ...LINE, stroke: '#a3b8c6' }],
  ['M-45 30C-14 38 16 30 43 36', { ...LINE, stroke: '#c8451b', strokePx: 4 }],
]);

/** An oven: dials above, a door with a window and a bar. */
export const OVEN = drawn('#5b6670', [
  ['M-210 -180H210V180H-210Z'],
  ['M-210 -180H210V-132H-210Z', { fill: '#78848e' }],
  [
    'M-150 -156A11 11 0 0 1 -128 -156A11 11 0 0 1 -150 -156M-90 -156A11 11 0 0 1 -68 -156A11 11 0 0 1 -90 -156',
    { fill: '#e8e4da' },
  ],
  ['M128 -156A11 11 0 0 1 150 -156A11 11 0 0 1 128 -156', { fill: '#e8e4da' }],
  ['M-176 -112H176V-102H-176Z', { fill: '#c9d2d6' }],
  ['M-150 -76H150V132H-150Z', { fill: '#2d353b' }],
]);

/** A mixing bowl seen from above, and a balloon whisk. */
export const BOWL_ABOVE = drawn('#d9e3e1', [
  ['M-210 0A210 150 0 0 1 210 0A210 150 0 0 1 -210 0'],
  ['M-188 4A188 130 0 0 1 188 4A188 130 0 0 1 -188 4', { fill: '#f3e2b8' }],
]);
export const WHISK = drawn('#b9c4ca', [
  ['M0 -70C-26 -60 -26 -16 -6 0H6C26 -16 26 -60 0 -70Z', { fill: null, strokePx: 3, stroke: '#7b8790' }],
  ['M0 -70C-11 -56 -11 -16 -3 0M0 -70C11 -56 11 -16 3 0', { ...LINE, stroke: '#7b8790' }],
  ['M-7 0H7L6 72Q0 78 -6 72Z', { fill: '#a9794a' }],
]);

/** A pot with a lid's rim, from the side. */
export const POT = drawn('#7d8f98', [
  ['M-110 -60H110V44Q110 62 92 62H-92Q-110 62 -110 44Z'],
  ['M-118 -64H118V-54H-118Z', { fill: '#94a5ad' }],
  ['M-118 -34H-140V-22H-118M118 -34H140V-22H118', { ...LINE, strokePx: 6, stroke: '#55656d' }],
]);

/** One picture of steam: two strands that rise and curl, further on with each drawing. */
export function steamDrawing(number: number, count: number): Drawing {
  const turn = (number / count) * 2 * Math.PI;
  const strand = (x: number, size: number, late: number): Part => {
    const at = (i: number): [number, number] => [
      x + Math.sin(turn + late - i * 0.9) * (4 + i * 3.4) * size,
      70 - i * 24 * size,
    ];
    const places = Array.from({ length: 7 }, (_, i) => at(i).map((value) => Math.round(value * 10) / 10));
    const path = places
      .map(([px, py], i) => (i === 0 ? `M${px} ${py}` : i === 1 ? `Q${px} ${py! + 8} ${px} ${py}` : `T${px} ${py}`))
      .join('');
    return [path, { fill: null, stroke: '#9fb0b6', strokePx: 9 * size }];
  };
  return drawingOf([strand(-34, 0.9, 0), strand(8, 1.1, 2.1), strand(44, 0.8, 4)]);
}

/** The parts of an arm that stirs, each hung on the one before by its left end. */
export const UPPER_ARM = drawn('#9db3c6', [
  ['M-60 -20Q-80 0 -60 20L58 16Q76 0 58 -16Z'],
  ['M-66 0A6 6 0 0 1 -54 0A6 6 0 0 1 -66 0', { fill: '#5b7389' }],
]);
export const FOREARM = drawn('#b9c9d8', [
  ['M-60 -16Q-74 0 -60 16L58 11Q70 0 58 -11Z'],
  ['M-65 0A5 5 0 0 1 -55 0A5 5 0 0 1 -65 0', { fill: '#5b7389' }],
]);
export const WHISK_LYING = drawn('#eef2f5', [
  ['M-60 -7L-8 -5V5L-60 7Q-68 0 -60 -7Z', { fill: '#a9794a' }],
  ['M-8 0C10 -26 50 -24 62 0C50 24 10 26 -8 0Z', { fill: null, strokePx: 3, stroke: '#7b8790' }],
  ['M-8 0C14 -12 46 -12 62 0C46 12 14 12 -8 0', { ...LINE, stroke: '#7b8790' }],
]);

/** A hob dial from the front: its pointer shows where it stands. */
export const HOB_DIAL = drawn('#8d99a0', [
  ['M-80 0A80 80 0 0 1 80 0A80 80 0 0 1 -80 0'],
  ['M-62 0A62 62 0 0 1 62 0A62 62 0 0 1 -62 0', { fill: '#f2efe6' }],
  ['M-7 -58H7L4 10H-4Z', { fill: '#3a3f42' }],
]);

const LEAF = 'M0 -160C14 -150 14 -132 0 -122C-14 -132 -14 -150 0 -160Z';
const LEAVES = Array.from(
  { length: 16 },
  (_, i) => `<path d="${LEAF}" transform="rotate(${i * 22.5})" fill="${i % 2 ? '#2f7d6d' : '#c8663b'}"/>`,
).join('');

/** A dinner plate from above, with a rim of leaves: a picture, as one brings it from elsewhere. */
export const PLATE_SVG = `<svg xmlns="http://www.w3.org/2000/svg" width="360" height="360" viewBox="-180 -180 360 360">
<circle r="174" fill="#fdfcf8" stroke="#9aa7ad" stroke-width="4"/>
<circle r="112" fill="#f3f1ea" stroke="#d5d2c7" stroke-width="3"/>
${LEAVES}<path d="M-40 10C-30 -30 30 -30 40 10C20 34 -20 34 -40 10Z" fill="#7aa095"/></svg>`;
