import ICAL from 'ical.js';
import Papa from 'papaparse';
import { expect, test } from 'vitest';
import { writeCalendar, writeGradesCsv } from './course-files.ts';

const EXERCISES = [
  { id: 'drawer', title: 'Drawer slide' },
  { id: 'rack', title: '+Rack, "up"' },
];

test('a row a learner; of each exercise state, takes and grade; no cell is a formula', () => {
  const text = writeGradesCsv(
    [
      { id: 'a', name: '=Ines', email: 'ines@kitchen.example' },
      { id: 'b', name: 'Jonah', email: 'jonah@kitchen.example' },
    ],
    EXERCISES,
    [{ learnerId: 'a', exerciseId: 'rack', takes: 2, grade: 84, late: true, state: 'returned' }],
  );
  const rows = Papa.parse<string[]>(text).data;
  expect(rows[0]!.slice(2)).toEqual([
    'Drawer slide: state',
    'Drawer slide: takes',
    'Drawer slide: grade',
    '\'+Rack, "up": state',
    '\'+Rack, "up": takes',
    '\'+Rack, "up": grade',
  ]);
  expect(rows[1]).toEqual(["'=Ines", 'ines@kitchen.example', 'not begun', '0', '', 'returned, late', '2', '84']);
  expect(rows).toHaveLength(3);
});

test('another program reads each due date as the moment it is, under a name of its own', () => {
  const due = [
    { id: 'drawer', title: 'Drawer; slide, "fast"\nand slow', dueAt: '2031-03-30T20:30:00.000Z' },
    { id: 'rack', title: 'Rack', dueAt: '2031-12-31T23:59:00.000Z' },
  ];
  const made = writeCalendar('Kitchen in Motion', due);
  if (!made.ok) throw new Error(made.issues[0]!.message);
  const events = new ICAL.Component(ICAL.parse(made.value) as unknown[])
    .getAllSubcomponents('vevent')
    .map((event) => new ICAL.Event(event));
  expect(events.map(({ uid, startDate }) => [uid, startDate.toJSDate().toISOString()])).toEqual(
    due.map(({ id, dueAt }) => [`${id}@undulan`, dueAt]),
  );
  expect(events[0]!.summary).toMatch(/^Due: Drawer; slide, "fast"/);
  expect(writeCalendar('Nothing due', []).ok).toBe(true);
});
