import { Drill } from '@undulan/core';

/** A drill in the address: `lands-later.24`, `spot-the-fault.drift.24`. */
export const toAddress = ({ kind, fault, fps }: Drill): string => [kind, ...(fault ? [fault] : []), fps].join('.');

export function fromAddress(words: string | null): Drill | null {
  const parts = words?.split('.') ?? [];
  const fps = Number(parts.at(-1));
  const [kind, fault = null] = Number.isNaN(fps) ? parts : parts.slice(0, -1);
  return Drill.safeParse({ kind, fault, ...(!Number.isNaN(fps) && { fps }) }).data ?? null;
}

export const drillPath = (courseId: string, drill: Drill): string =>
  `/courses/${courseId}/drills?drill=${toAddress(drill)}`;
