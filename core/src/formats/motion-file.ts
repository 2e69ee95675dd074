import { accept, type Result } from '../result.ts';
import { isBinaryGltf, type ReadGltf, readGltf, readGltfJson } from './gltf-read.ts';
import { type NumberTable, readNumberTable } from './motion-csv.ts';
import { parseJson, type Project, readProjectJson } from './project.ts';

/** A motion as a file has it: of this program, nodes over time, or a table of numbers. */
export type MotionFile = { project: Project } | { gltf: ReadGltf } | { table: NumberTable };

function as<Name extends string, T>(name: Name, read: Result<T>): Result<Record<Name, T>> {
  return read.ok ? accept({ [name]: read.value } as Record<Name, T>) : read;
}

/** Reads a motion from a file, whatever it is called: what it is shows from its content. Says what is wrong with it. */
export function readMotionFile(bytes: Uint8Array): Result<MotionFile> {
  if (isBinaryGltf(bytes)) return as('gltf', readGltf(bytes));
  const text = new TextDecoder().decode(bytes);
  if (!/^\s*[{[]/.test(text)) return as('table', readNumberTable(text));
  const data = parseJson(text);
  if (!data.ok) return data;
  const isGltf = typeof data.value === 'object' && data.value !== null && 'asset' in data.value;
  return isGltf ? as('gltf', readGltfJson(data.value)) : as('project', readProjectJson(data.value));
}
