import { type CourseFile, readCourseFiles, type Result, writeCourseFiles } from '@undulan/core';
import { packed, unpacked } from '../../files/index.ts';

/** More is no course, but a way to fill a memory. */
const LIMITS = { mostFiles: 2000, mostBytes: 300_000_000 };

/** A course as the bytes of a zip. */
export function zipCourse(course: CourseFile): Promise<Uint8Array<ArrayBuffer>> {
  const files = Object.entries(writeCourseFiles(course)).map(
    ([name, text]) => [name, new TextEncoder().encode(text)] as const,
  );
  return packed(Object.fromEntries(files));
}

/** Reads a course from the bytes of a zip; what is none, or too much, is refused. */
export async function unzipCourse(bytes: Uint8Array): Promise<Result<CourseFile>> {
  const files = await unpacked(bytes, LIMITS);
  if (!files.ok) return files;
  const texts = Object.entries(files.value).map(([name, file]) => [name, new TextDecoder().decode(file)] as const);
  return readCourseFiles(Object.fromEntries(texts));
}
