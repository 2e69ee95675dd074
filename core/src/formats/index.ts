// What is read from and written to text and files, a file a format.
export { readCssEasing, writeCssEasing, easingSpacing } from './css-easing.ts';
export type { CssEasing, EasePoint } from './css-easing.ts';
export { applyEasing } from './apply-easing.ts';
export { writeTimingChartSvg } from './timing-chart-svg.ts';
export { readChart, writeChart } from './chart-notation.ts';
export type { WrittenMark } from './chart-notation.ts';
export { applyChart, chartOf } from './apply-chart.ts';
export { linesOfSvgPath, svgPathOfLines } from './svg-path.ts';
export { escapeXml } from './xml-text.ts';
export { gifDelays, GifWriter } from './gif.ts';
export type { GifFrame, GifOptions } from './gif.ts';
export { csvOf } from './csv-text.ts';
export type { CsvCell } from './csv-text.ts';
export { channelsOfTable, guessMapping, readNumberTable, writeMotionCsv } from './motion-csv.ts';
export type { NumberTable, TableMapping } from './motion-csv.ts';
export {
  picturesOfMotion,
  Project,
  projectSchema,
  readProject,
  withPicturesCalled,
  writeProject,
  ProjectPicture,
} from './project.ts';
export { exposureSheet, writeExposureSheetCsv } from './exposure-sheet.ts';
export type { ExposureSheet, SheetNote, SheetRow } from './exposure-sheet.ts';
export { writeNotesVtt } from './notes-vtt.ts';
export { writeFindingsCsv } from './reading-csv.ts';
export { writeGltf } from './gltf-write.ts';
export type { WrittenGltf } from './gltf-write.ts';
export { writeCalendar, writeGradesCsv } from './course-files.ts';
export type { DueEvent, GradeCell } from './course-files.ts';
export { STYLE_CHANNELS, styleStops, writeCssKeyframes } from './css-keyframes.ts';
export type { StyleChannel } from './css-keyframes.ts';
export { readCourseFiles, writeCourseFiles } from './course-zip.ts';
export type { CourseFile } from './course-zip.ts';
export { picturesOfLesson, withLessonPicturesCalled } from './lesson-pictures.ts';
export { base64Of, bytesOfBase64 } from './base64.ts';
export { readGltf } from './gltf-read.ts';
export { readMotionFile } from './motion-file.ts';
export type { MotionFile } from './motion-file.ts';
export type { GltfAnimation, GltfNode, ReadGltf } from './gltf-read.ts';
export { GLTF_VIEWS, motionOfGltf } from './gltf-motion.ts';
export type { GltfMapping, GltfMotion, GltfView } from './gltf-motion.ts';
export { writeWav } from './wav.ts';
