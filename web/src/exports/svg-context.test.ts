import fc from 'fast-check';
import { expect, test } from 'vitest';
import { SvgContext, writeMatrix } from './svg-context.ts';

/** What was drawn, read back as elements. */
function elementsOf(draw: (context: SvgContext) => void): Element[] {
  const context = new SvgContext();
  draw(context);
  const svg = new DOMParser().parseFromString(
    `<svg xmlns="http://www.w3.org/2000/svg">${context.markup()}</svg>`,
    'image/svg+xml',
  );
  return [...svg.documentElement.children];
}

const said = (element: Element | undefined, ...names: string[]): (string | null)[] =>
  names.map((name) => element!.getAttribute(name));

test('a box that is filled and one that is drawn around are paths that go round and close', () => {
  const [filled, drawn] = elementsOf((context) => {
    context.fillStyle = '#c8451b';
    context.fillRect(10, 20, 30, 40);
    context.strokeStyle = '#0b7a6f';
    context.lineWidth = 2.5;
    context.strokeRect(0, 0, 5, 5);
  });
  expect(filled!.tagName).toBe('path');
  expect(said(filled, 'fill', 'stroke')).toEqual(['#c8451b', null]);
  expect(filled!.getAttribute('d')).toMatch(/^M10 20/);
  expect(filled!.getAttribute('d')).toMatch(/Z$/);
  expect(said(drawn, 'fill', 'stroke', 'stroke-width')).toEqual(['none', '#0b7a6f', '2.5']);
});

test('colours that are half seen through are a colour and how much of it is seen', () => {
  const colours = elementsOf((context) => {
    for (const style of ['#22303c80', '#22303cff', 'rgb(200 69 27 / 0.25)', '#22303c', 'none']) {
      context.fillStyle = style;
      context.fillRect(0, 0, 1, 1);
    }
  }).map((element) => said(element, 'fill', 'fill-opacity'));
  expect(colours).toEqual([
    ['#22303c', '0.502'],
    ['#22303c', '1'],
    ['rgb(200,69,27)', '0.25'],
    ['#22303c', null],
    ['none', null],
  ]);
});

test('what is kept comes back: styles, dashes and where things are', () => {
  const [before, within, after] = elementsOf((context) => {
    context.setLineDash([4, 2]);
    context.lineJoin = 'round';
    context.strokeRect(0, 0, 1, 1);
    context.save();
    context.setLineDash([]);
    Object.assign(context, { lineJoin: 'bevel', lineCap: 'round', globalAlpha: 0.5 });
    context.setTransform(2, 0, 0, 2, 5, 6);
    context.strokeRect(0, 0, 1, 1);
    context.restore();
    context.strokeRect(0, 0, 1, 1);
  });
  const names = ['stroke-dasharray', 'stroke-linejoin', 'stroke-linecap', 'opacity', 'transform'];
  expect(said(before, ...names)).toEqual(['4 2', 'round', null, null, null]);
  expect(said(within, ...names)).toEqual([null, 'bevel', 'round', '0.5', 'matrix(2,0,0,2,5,6)']);
  expect(said(after, ...names)).toEqual(said(before, ...names));
});

test('words are written as they are, whatever is in them, where and how they are set', () => {
  const [plain, set] = elementsOf((context) => {
    context.fillText('Pots & <lids> "33"', 1, 2);
    Object.assign(context, { font: '600 14px Sometype Mono', textAlign: 'center', textBaseline: 'middle' });
    context.strokeText('24', 3.14159, 2);
  });
  expect(plain!.textContent).toBe('Pots & <lids> "33"');
  expect(said(plain, 'font-size', 'text-anchor', 'dominant-baseline')).toEqual(['10px', 'start', 'alphabetic']);
  expect(said(set, 'font-weight', 'font-size', 'font-family')).toEqual(['600', '14px', 'Sometype Mono']);
  expect(said(set, 'text-anchor', 'dominant-baseline', 'x', 'fill')).toEqual(['middle', 'central', '3.142', 'none']);
});

test('a path goes where its points are; a new one begins anew', () => {
  const [line, curve] = elementsOf((context) => {
    context.beginPath();
    context.moveTo(0, 0);
    context.lineTo(10, 0);
    context.lineTo(10, 10);
    context.stroke();
    context.beginPath();
    context.arc(50, 50, 20, 0, 2 * Math.PI);
    context.fill();
  });
  const numbers = (element: Element | undefined): number[] =>
    (element!.getAttribute('d')!.match(/-?[\d.]+/g) ?? []).map(Number);
  expect(numbers(line).slice(0, 2)).toEqual([0, 0]);
  expect(numbers(line).slice(-2)).toEqual([10, 10]);
  expect(curve!.getAttribute('d')).not.toContain('10 10');
  // Of a circle no point lies further than its radius, but for handles of its curves.
  for (let i = 0; i + 1 < numbers(curve).length; i += 2) {
    const [x, y] = numbers(curve).slice(i, i + 2) as [number, number];
    expect(Math.hypot(x - 50, y - 50)).toBeLessThan(20 * Math.SQRT2);
    expect(Math.hypot(x - 50, y - 50)).toBeGreaterThan(19.9);
  }
});

test('a matrix is written so that it can be read back, to a millionth', () => {
  const part = fc.double({ min: -1000, max: 1000, noNaN: true });
  fc.assert(
    fc.property(part, part, part, part, part, part, (a, b, c, d, e, f) => {
      const written = writeMatrix({ a, b, c, d, e, f });
      expect(written).toMatch(/^matrix\((-?[\d.]+,){5}-?[\d.]+\)$/);
      const read = written.slice(7, -1).split(',').map(Number);
      [a, b, c, d].forEach((value, i) => expect(Math.abs(read[i]! - value)).toBeLessThan(1e-6));
      [e, f].forEach((value, i) => expect(Math.abs(read[4 + i]! - value)).toBeLessThan(1e-3));
    }),
  );
});
