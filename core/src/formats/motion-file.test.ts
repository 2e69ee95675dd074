import { expect, test } from 'vitest';
import { glassSlide } from '../../testing/glass-slide.ts';
import { writeGltf } from './gltf-write.ts';
import { writeMotionCsv } from './motion-csv.ts';
import { readMotionFile } from './motion-file.ts';
import { writeProject } from './project.ts';

const motion = glassSlide(
  [
    [1, 0],
    [17, 400],
  ],
  { last: 24 },
);
const read = (text: string) => readMotionFile(new TextEncoder().encode(text));
const kindOf = (text: string): string => {
  const file = read(text);
  return file.ok ? Object.keys(file.value)[0]! : file.issues[0]!.code;
};

test('what a file is shows from its content, whatever it is called', () => {
  expect(kindOf(writeProject({ title: 'Slide', motion, terms: null, pictures: {} }))).toBe('project');
  expect(kindOf(writeGltf(motion, 'Slide').text)).toBe('gltf');
  expect(kindOf(`\n  ${writeGltf(motion, 'Slide').text}`)).toBe('gltf');
  expect(kindOf(writeMotionCsv(motion))).toBe('table');
});

test('what is none of them is refused as what it seems to be', () => {
  expect(['', 'hello', '{', '[]', '{}', '{"asset":{}}', 'glTF'].map(kindOf)).toEqual([
    'no-table',
    'no-numbers',
    'no-json',
    'no-project',
    'no-project',
    'broken-gltf',
    'broken-gltf',
  ]);
});
