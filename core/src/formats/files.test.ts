import { Ajv2020 } from 'ajv/dist/2020.js';
import Papa from 'papaparse';
import { expect, test } from 'vitest';
import { glassSlide } from '../../testing/glass-slide.ts';
import { createKey, createKeyedSubject, createMotion } from '../motion/document/document.ts';
import type { MotionDocument } from '../motion/document/schema.ts';
import { channelValue } from '../motion/path/pose.ts';
import { readTake } from '../reading/index.ts';
import { exposureSheet, writeExposureSheetCsv } from './exposure-sheet.ts';
import { channelsOfTable, guessMapping, readNumberTable, writeMotionCsv } from './motion-csv.ts';
import { writeNotesVtt } from './notes-vtt.ts';
import {
  picturesOfMotion,
  type Project,
  projectSchema,
  readProject,
  withPicturesCalled,
  writeProject,
} from './project.ts';
import { writeFindingsCsv } from './reading-csv.ts';

const RATE = { num: 24, den: 1 };
const glass = glassSlide(
  [
    [1, 0],
    [17, 400],
  ],
  { last: 24 },
);
const PICTURE = '00000000-0000-4000-8000-00000000000a';
const plated: MotionDocument = {
  ...createMotion([
    createKeyedSubject(
      'plate',
      '=Plate',
      { shape: 'picture', widthPx: 90, heightPx: 90, fill: '#6b7680', pictureId: PICTURE },
      { x: 0, y: 0 },
      { 'position.x': [createKey(1, -12.5), createKey(9, 30)], rotation: [createKey(1, 0), createKey(9, 90)] },
    ),
  ]),
  range: { first: 1, last: 9 },
};
const project = {
  title: 'Plate',
  motion: plated,
  terms: { brief: '<p>Turn it.</p>', tolerances: { keyFrames: 1, spacingPercent: 4 } },
  pictures: { [PICTURE]: { type: 'image/png' as const, base64: 'iVBORw0KGgo=' } },
};

test('a project is read back as it was, and written again it is the same bytes', () => {
  const text = writeProject(project);
  const read = readProject(text);
  expect(read).toEqual({ ok: true, value: { format: 'undulan-project', version: 1, ...project } });
  expect(writeProject((read as { value: Project }).value)).toBe(text);
});

test('pictures of a pile go along with a project, and are called as the course calls them', () => {
  const other = '00000000-0000-4000-8000-00000000000b';
  const [plate] = plated.subjects;
  const look = { ...plate!.look, pictureId: undefined };
  const pile = {
    ...plated,
    subjects: [plate!, { ...plate!, id: 'pile', look: { ...look, pictureIds: [PICTURE, other] } }],
  };
  expect(picturesOfMotion(pile)).toEqual([PICTURE, other]);
  const called = withPicturesCalled(pile, new Map([[other, PICTURE]]));
  expect(called.subjects[1]!.look.pictureIds).toEqual([PICTURE, PICTURE]);
  expect(called.subjects[0]).toEqual(plate);
});

test('what is written fits the schema that ships; another program refuses what does not', async () => {
  // Written anew by `npx vitest run --project core files -u`.
  await expect(`${JSON.stringify(projectSchema(), null, 1)}\n`).toMatchFileSnapshot(
    '../../../docs/project.schema.json',
  );
  const check = new Ajv2020({ strict: false, validateFormats: false }).compile(projectSchema());
  const written = JSON.parse(writeProject(project)) as { motion: { rate: unknown } };
  expect(check(written)).toBe(true);
  expect(check({ ...written, motion: { ...written.motion, rate: 'fast' } })).toBe(false);
});

test('what is no project is refused with what is wrong and where', () => {
  const problem = (text: string) => {
    const read = readProject(text);
    return read.ok ? null : read.issues[0]!.message;
  };
  expect(problem('{')).toMatch(/no JSON/);
  expect(problem('[]')).toMatch(/no project/);
  expect(problem('{"format":"other"}')).toMatch(/no project/);
  expect(problem('{"format":"undulan-project","version":9}')).toMatch(/newer program/);
  const broken = JSON.parse(writeProject(project)) as { motion: { range: unknown } };
  expect(problem(JSON.stringify({ ...broken, motion: { ...broken.motion, range: 3 } }))).toMatch(/at motion\.range/);
});

test('another program reads the table: a row a frame, values in full, no text that is a formula', () => {
  const [heading, ...rows] = Papa.parse<string[]>(writeMotionCsv(plated)).data;
  expect(heading).toEqual(['frame', 'seconds', "'=Plate: Position x (px)", "'=Plate: Rotation (°)"]);
  expect(rows).toHaveLength(9);
  const subject = plated.subjects[0]!;
  for (const [i, row] of rows.entries()) {
    expect(row.map(Number)).toEqual([
      i + 1,
      i / 24,
      channelValue(subject, 'position.x', i + 1),
      channelValue(subject, 'rotation', i + 1),
    ]);
  }
  const onTwos = { ...plated, subjects: [{ ...subject, exposure: 2 }] };
  const shown = Papa.parse<string[]>(writeMotionCsv(onTwos, 'exposed')).data.slice(1);
  expect(shown[1]!.slice(2)).toEqual(shown[0]!.slice(2));
});

test('a table is read in as keys on its frames; from seconds, from a row a frame, in other units', () => {
  const read = readNumberTable(writeMotionCsv(glass));
  const table = (read as { value: Parameters<typeof guessMapping>[0] }).value;
  const mapping = guessMapping(table, RATE);
  expect(mapping.channels.map(({ id }) => id)).toContain('position.x');
  expect(mapping.time).toEqual({ by: 'frame', column: 0 });
  const made = channelsOfTable(table, mapping);
  const keys = (made as { value: { id: string; keys: { frame: number; value: number }[] }[] }).value.find(
    ({ id }) => id === 'position.x',
  )!.keys;
  expect(keys).toHaveLength(24);
  for (const { frame, value } of keys)
    expect(value).toBeCloseTo(channelValue(glass.subjects[0]!, 'position.x', frame), 9);

  const seconds = readNumberTable('time;x\n0,5;1,5\n0,541666667;2,5\n;3\n0,625;nothing\n');
  const timed = (seconds as { value: Parameters<typeof guessMapping>[0] }).value;
  const inMetres = { ...guessMapping(timed, RATE), firstFrame: 10 };
  inMetres.channels = [{ column: 1, id: 'position.x', factor: 100 }];
  expect(channelsOfTable(timed, inMetres)).toMatchObject({
    value: [
      {
        keys: [
          { frame: 10, value: 150 },
          { frame: 11, value: 250 },
        ],
      },
    ],
  });
  expect(readNumberTable('1\n2\n3')).toMatchObject({ value: { headings: ['Column 1'], rows: [[1], [2], [3]] } });
  expect(readNumberTable('')).toMatchObject({ ok: false });
  expect(readNumberTable('a,b\nc,d')).toMatchObject({ ok: false });
});

test('a sheet has a row a frame: drawings begin and are held, keys, cues and notes stand on theirs', () => {
  const onTwos = {
    ...glass,
    subjects: glass.subjects.map((subject) => ({ ...subject, exposure: 2 })),
    cues: [{ frame: 17, name: 'stands' }],
  };
  const { subjects, rows } = exposureSheet(onTwos, [{ frame: 3, lastFrame: 6, text: 'Slower.' }]);
  expect(subjects).toEqual(['Tea glass']);
  expect(rows.slice(0, 4).map(({ drawings }) => drawings[0])).toEqual(['1', '|', '2', '|']);
  expect([rows[0]!.keys[0], rows[16]!.keys[0], rows[16]!.cues, rows[2]!.notes]).toEqual([
    'extreme',
    'extreme',
    'stands',
    'to 6: Slower.',
  ]);
  expect(Papa.parse<string[]>(writeExposureSheetCsv(onTwos)).data).toHaveLength(25);
});

test('notes are cues on the clip’s clock, whatever is written in them', () => {
  const notes = [
    { frame: 25, lastFrame: 48, text: 'Hold --> still & <b>wait</b>\n\nthen go' },
    { frame: 1, lastFrame: null, text: 'First.' },
    { frame: -4, lastFrame: null, text: 'Before it begins.' },
  ];
  expect(writeNotesVtt(notes, RATE, 1)).toBe(
    'WEBVTT\n\n00:00:00.000 --> 00:00:00.042\nFirst.\n\n' +
      '00:00:01.000 --> 00:00:02.000\nHold --&gt; still &amp; &lt;b&gt;wait&lt;/b&gt;\nthen go\n',
  );
});

test('findings are a table, each with its sentence', () => {
  const late = glassSlide(
    [
      [1, 0],
      [21, 400],
    ],
    { last: 24 },
  );
  const reading = readTake({ motion: glass, tolerances: { keyFrames: 1, spacingPercent: 2 } }, late);
  const rows = Papa.parse<Record<string, string>>(writeFindingsCsv(reading), { header: true }).data;
  expect(rows.map(({ says }) => says)).toEqual(reading.findings.map(({ sentence }) => sentence));
  expect(rows[0]!['subject']).toBe('Tea glass');
});
