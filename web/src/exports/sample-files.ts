import {
  picturesOfMotion,
  writeCssKeyframes,
  writeExposureSheetCsv,
  writeGltf,
  writeMotionCsv,
  writeProject,
} from '@undulan/core';
import { type AsyncZippable, strToU8 } from 'fflate';
import { packed } from '../files/index.ts';
import { PLAIN_ONION } from '../picture/stage/index.ts';
import { readyToDraw } from './draw-picture.ts';
import { usualChoices } from './export-plan.ts';
import { makeMoving, type Making } from './make-moving.ts';
import { picturesAsFiles } from './pictures-as-files.ts';
import { runJob } from './run-export.ts';
import { writeFrameSvg, writeMovingSvg } from './scene-svg.ts';
import { chartsSheet, type Exported } from './still-files.ts';

type Sampled = Pick<Exported, 'title' | 'motion' | 'terms'>;

const SEEN = { trail: false, numbers: false };
const CLIP_PX = 480;

/** A file of every kind of one exercise, to try programs and imports with. */
async function sampleFiles({ title, motion, terms }: Sampled, making: Making): Promise<Uint8Array<ArrayBuffer>> {
  const pictured = { motion, target: null, onion: PLAIN_ONION };
  await readyToDraw(pictured);
  const pictures = await picturesAsFiles(picturesOfMotion(motion));
  const texts: Record<string, string> = {
    'project.undulan.json': writeProject({ title, motion, terms, pictures }),
    'values.csv': writeMotionCsv(motion),
    'values, as exposed.csv': writeMotionCsv(motion, 'exposed'),
    'exposure sheet.csv': writeExposureSheetCsv(motion),
    'nodes.gltf': writeGltf(motion, title).text,
    'keyframes.css': writeCssKeyframes(motion),
    'first frame.svg': writeFrameSvg(title, motion, motion.range.first, SEEN),
    'moving.svg': writeMovingSvg(title, motion, { ...SEEN, loops: true, eased: true }).text,
    'timing charts.svg': chartsSheet({ title, motion }),
  };
  const files: AsyncZippable = Object.fromEntries(Object.entries(texts).map(([name, text]) => [name, strToU8(text)]));
  const clip = await makeMoving(pictured, { ...usualChoices(motion), widthPx: CLIP_PX }, making);
  files['clip.gif'] = [clip, { level: 0 }];
  return packed(files);
}

/** Makes a zip with a file of every kind of one exercise, and gives it to the person. */
export function saveSampleFiles(sampled: Sampled): Promise<void> {
  const { first, last } = sampled.motion.range;
  return runJob({
    name: `${sampled.title}, sample files.zip`,
    type: 'application/zip',
    of: last - first + 1,
    make: (making) => sampleFiles(sampled, making),
  });
}
