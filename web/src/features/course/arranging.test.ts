import fc from 'fast-check';
import { expect, test } from 'vitest';
import { arrangedRows, arrangementOf, unitProblems } from './arranging.ts';

const unit = (id: string) => ({ id, title: `Unit ${id}`, from: null, to: null });
const exercise = (id: string, unitId: string | null) => ({ id, title: id, published: true, unitId });

test('a course as a list says the same as the course, whatever is in its units', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: -1, max: 3 }), { maxLength: 12 }), (places) => {
      const units = [0, 1, 2, 3].map((n) => unit(`u${n}`));
      const exercises = places.map((n, i) => exercise(`e${i}`, n < 0 ? null : `u${n}`));
      const { loose, units: arranged } = arrangementOf(arrangedRows({ exercises: exercises as never, units }));
      const idsOf = (unitId: string | null): string[] =>
        exercises.filter((one) => one.unitId === unitId).map(({ id }) => id);
      expect(loose).toEqual(idsOf(null));
      expect(arranged.map(({ id, exerciseIds }) => [id, exerciseIds])).toEqual(units.map(({ id }) => [id, idsOf(id)]));
    }),
  );
});

test('what stands above all headings is of no unit; a new unit has no id yet; a nameless one is told of', () => {
  const rows = arrangedRows({
    exercises: [exercise('lid', 'u1'), exercise('jar', null)] as never,
    units: [unit('u1')],
  });
  const [jar, heading, lid] = rows;
  expect(arrangementOf([lid!, heading!, jar!])).toEqual({
    loose: ['lid'],
    units: [{ ...unit('u1'), exerciseIds: ['jar'] }],
  });
  const anew = { id: 'new', unit: { ...unit('new'), title: ' ', isNew: true } };
  expect(arrangementOf([anew, ...rows]).units[0]).toMatchObject({ id: null, exerciseIds: ['jar'] });
  expect([...unitProblems([anew, ...rows])]).toEqual([['new', 'Give the unit a name.']]);
  const backwards = { id: 'new', unit: { ...anew.unit, title: 'x', from: '2026-02-02', to: '2026-02-01' } };
  expect([...unitProblems([backwards])]).toEqual([['new', 'A unit ends after it begins.']]);
});
