import {
  changeRate, deleteKeys, keepRestFrame, moveKeys, offsetChannels, setHandle, setKeys, setLeave, setLink, setResting, setRole, setScene, setSubject, type Edit, type MotionDocument,
} from '@undulan/core';

/** The core's editing operations under the names that undo shows. An edit of the document is always one of these. */
const OPERATIONS = {
  setKeys: { name: 'set key', run: setKeys },
  deleteKeys: { name: 'delete keys', run: deleteKeys },
  moveKeys: { name: 'move keys', run: moveKeys },
  setLeave: { name: 'how keys leave', run: setLeave },
  setRole: { name: 'role of keys', run: setRole },
  setHandle: { name: 'handle', run: setHandle },
  setLink: { name: 'link of handles', run: setLink },
  setResting: { name: 'resting value', run: setResting },
  offsetChannels: { name: 'move whole motion', run: offsetChannels },
  setScene: { name: 'rate, range and stage', run: setScene },
  setWorkRange: { name: 'work range', run: setScene },
  setCues: { name: 'cue marks', run: setScene },
  changeRate: { name: 'another rate', run: changeRate },
  setSubject: { name: 'subject', run: setSubject },
} as const;

type Operations = typeof OPERATIONS;
type AfterFirst<T extends readonly unknown[]> = T extends readonly [unknown, ...infer Rest] ? Rest : never;

/** An operation and its arguments after the document, as plain data. */
export type EditRequest = {
  [Name in keyof Operations]: { operation: Name; args: AfterFirst<Parameters<Operations[Name]['run']>> };
}[keyof Operations];

export function runEdit(motion: MotionDocument, { operation, args }: EditRequest): Edit {
  const run = OPERATIONS[operation].run as (motion: MotionDocument, ...args: unknown[]) => Edit;
  return keepRestFrame(motion, run(motion, ...args));
}

export function editName({ operation }: EditRequest): string {
  return OPERATIONS[operation].name;
}
