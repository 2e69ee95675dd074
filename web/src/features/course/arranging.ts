import type { Arrangement, CourseOverview, Unit } from '@undulan/contract';

/** A unit's heading in the list that is arranged; a new one has a name of its own until it is kept. */
export interface UnitRow extends Unit {
  isNew: boolean;
}

/** The list as it is arranged: exercises, and headings of units that those under them belong to. */
export type ArrangedRow =
  { id: string; exercise: { title: string; published: boolean } } | { id: string; unit: UnitRow };

/** A course as a list: exercises of no unit first, then each unit with its own. */
export function arrangedRows({ exercises, units }: Pick<CourseOverview, 'exercises' | 'units'>): ArrangedRow[] {
  const of = (unitId: string | null): ArrangedRow[] =>
    exercises
      .filter((exercise) => exercise.unitId === unitId)
      .map(({ id, title, published }) => ({ id, exercise: { title, published } }));
  return [
    ...of(null),
    ...units.flatMap((unit): ArrangedRow[] => [{ id: unit.id, unit: { ...unit, isNew: false } }, ...of(unit.id)]),
  ];
}

/** The list as the server takes it: each exercise belongs to the heading it stands under. */
export function arrangementOf(rows: readonly ArrangedRow[]): Arrangement {
  const arrangement: Arrangement = { loose: [], units: [] };
  for (const row of rows) {
    if ('unit' in row) {
      const { id, title, from, to, isNew } = row.unit;
      arrangement.units.push({ id: isNew ? null : id, title, from, to, exerciseIds: [] });
    } else (arrangement.units.at(-1)?.exerciseIds ?? arrangement.loose).push(row.id);
  }
  return arrangement;
}

/** What is wrong with the units of a list, by their id; none where it can be kept. */
export function unitProblems(rows: readonly ArrangedRow[]): Map<string, string> {
  return new Map(
    rows.flatMap((row) => {
      if (!('unit' in row)) return [];
      const { id, title, from, to } = row.unit;
      if (title.trim() === '') return [[id, 'Give the unit a name.']];
      return from && to && from > to ? [[id, 'A unit ends after it begins.']] : [];
    }),
  );
}
