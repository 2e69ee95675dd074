import type { Drawing, Note } from '@undulan/contract';
import { type Finding, findingKey } from '@undulan/core';
import { type DrawingTool, NO_DRAWING, type Spot } from '../../picture/drawing/index.ts';

/** A note being written: a new one, or with `id` one being changed. Its frame is the playhead's unless given. */
export interface NoteDraft {
  id?: string;
  frame?: number;
  lastFrame: number | null;
  subjectId: string | null;
  spot: Spot | null;
  drawing: Drawing;
  text: string;
  /** What is being drawn with. */
  tool: DrawingTool | null;
  /** Keys of the findings that count as accepted once this note is kept. */
  findings: string[];
}

export const EMPTY_DRAFT: NoteDraft = {
  lastFrame: null,
  subjectId: null,
  spot: null,
  drawing: NO_DRAWING,
  text: '',
  tool: null,
  findings: [],
};

export function draftOfNote({ id, frame, lastFrame, subjectId, spot, drawing, text }: Note): NoteDraft {
  return { ...EMPTY_DRAFT, id, frame, lastFrame, subjectId, spot, drawing: drawing ?? NO_DRAWING, text };
}

/** The note that findings make: over all their frames, about their subject where they have one in common. */
export function draftOfFindings(findings: readonly Finding[]): NoteDraft {
  const frame = Math.round(Math.min(...findings.map((finding) => finding.firstFrame)));
  const last = Math.round(Math.max(...findings.map((finding) => finding.lastFrame)));
  const subjects = new Set(findings.map((finding) => finding.subjectId));
  return {
    ...EMPTY_DRAFT,
    frame,
    lastFrame: last > frame ? last : null,
    subjectId: subjects.size === 1 ? findings[0]!.subjectId : null,
    text: findings.map((finding) => finding.sentence).join('\n'),
    findings: findings.map(findingKey),
  };
}
