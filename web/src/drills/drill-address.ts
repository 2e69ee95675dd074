import { Drill } from '@undulan/core';

/** A drill in the address: `lands-later`, `spot-the-fault.drift`. */
export const toAddress = ({ kind, fault }: Drill): string => (fault ? `${kind}.${fault}` : kind);

export function fromAddress(words: string | null): Drill | null {
  const [kind, fault = null] = words?.split('.') ?? [];
  return Drill.safeParse({ kind, fault }).data ?? null;
}

export const drillPath = (courseId: string, drill: Drill): string =>
  `/courses/${courseId}/drills?drill=${toAddress(drill)}`;
