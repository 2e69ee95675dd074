import { type CourseFile, readCourseFiles, refuse, type Result, writeCourseFiles } from '@undulan/core';
import { strFromU8, strToU8, unzip, zip } from 'fflate';

/** A zip of more than this, unpacked, is no course, but a way to fill a memory. */
const MOST_BYTES = 300_000_000;
const MOST_FILES = 2000;

/** A course as the bytes of a zip. */
export function zipCourse(course: CourseFile): Promise<Uint8Array<ArrayBuffer>> {
  const files = Object.entries(writeCourseFiles(course)).map(([name, text]) => [name, strToU8(text)] as const);
  return new Promise((resolve, reject) => {
    zip(Object.fromEntries(files), (error, bytes) => (error ? reject(error) : resolve(bytes)));
  });
}

/** Reads a course from the bytes of a zip; what is none, or too much, is refused. */
export function unzipCourse(bytes: Uint8Array): Promise<Result<CourseFile>> {
  let [total, count] = [0, 0];
  return new Promise((resolve) => {
    unzip(
      bytes,
      {
        // Sizes are said before anything is unpacked; what lies is stopped by its own size.
        filter: ({ originalSize }) => {
          total += originalSize;
          count++;
          return total <= MOST_BYTES && count <= MOST_FILES;
        },
      },
      (error, files) => {
        if (error) resolve(refuse('no-zip', [], 'This file is no zip, or is broken.'));
        else if (total > MOST_BYTES || count > MOST_FILES)
          resolve(refuse('too-large', [], 'This zip is too large for a course.'));
        else
          resolve(
            readCourseFiles(Object.fromEntries(Object.entries(files).map(([name, file]) => [name, strFromU8(file)]))),
          );
      },
    );
  });
}
