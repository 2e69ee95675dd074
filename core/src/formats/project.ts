import * as z from 'zod';
import { picturesOfLook } from '../motion/document/look.ts';
import { MotionDocument } from '../motion/document/schema.ts';
import { TargetTerms, Tolerances } from '../reading/index.ts';
import { accept, refuse, type Result } from '../result.ts';

const MOST_PICTURES = 200;

/** A picture of a scene, with all its bytes. */
export const ProjectPicture = z.object({
  type: z.enum(['image/png', 'image/jpeg', 'image/gif', 'image/webp']),
  base64: z.base64().max(20_000_000, 'A picture of a project has at most 15 MB.'),
});
export type ProjectPicture = z.infer<typeof ProjectPicture>;

/** A motion as a file that stands for itself: with what it is read by, and its pictures inside. */
export const Project = z.object({
  format: z.literal('undulan-project'),
  version: z.literal(1),
  title: z.string().trim().min(1).max(120),
  motion: MotionDocument,
  /** What a take of it is read by; null of a motion that is no exercise. */
  terms: z.object({ brief: z.string().max(200_000), tolerances: Tolerances, ...TargetTerms.shape }).nullable(),
  /** By the ids that looks name. */
  pictures: z.record(z.uuid(), ProjectPicture).refine((pictures) => Object.keys(pictures).length <= MOST_PICTURES, {
    error: `A project has at most ${MOST_PICTURES} pictures.`,
  }),
});
export type Project = z.infer<typeof Project>;

/** Pictures that a motion shows, by id. */
export function picturesOfMotion({ subjects }: MotionDocument): string[] {
  return [...new Set(subjects.flatMap(({ look }) => picturesOfLook(look)))];
}

/** The motion with its pictures called otherwise. */
export function withPicturesCalled(motion: MotionDocument, called: ReadonlyMap<string, string>): MotionDocument {
  if (called.size === 0) return motion;
  return {
    ...motion,
    subjects: motion.subjects.map((subject) => {
      const { pictureId, pictureIds } = subject.look;
      if (picturesOfLook(subject.look).length === 0) return subject;
      const now = (id: string): string => called.get(id) ?? id;
      const look = {
        ...subject.look,
        ...(pictureId !== undefined && { pictureId: now(pictureId) }),
        ...(pictureIds && { pictureIds: pictureIds.map(now) }),
      };
      return { ...subject, look };
    }),
  };
}

/** A project as the text of a file: the same project is the same text. */
export function writeProject({ title, motion, terms, pictures }: Omit<Project, 'format' | 'version'>): string {
  const project: Project = { format: 'undulan-project', version: 1, title, motion, terms, pictures };
  return `${JSON.stringify(Project.parse(project), null, 1)}\n`;
}

/** Reads a project from the text of a file; older motions are brought up to date. Says what is wrong, and where. */
export function readProject(text: string): Result<Project> {
  const data = parseJson(text);
  return data.ok ? readProjectJson(data.value) : data;
}

/** What a text says as JSON, or that it is none. */
export function parseJson(text: string): Result<unknown> {
  try {
    return accept<unknown>(JSON.parse(text));
  } catch {
    return refuse('no-json', [], 'This file is no JSON: a project is kept as JSON.');
  }
}

/** The same of JSON that is read already. */
export function readProjectJson(data: unknown): Result<Project> {
  const format = typeof data === 'object' && data !== null && 'format' in data ? data.format : undefined;
  if (format !== 'undulan-project')
    return refuse('no-project', ['format'], 'This file is no project of this program: its format is another.');
  const version = 'version' in (data as object) ? (data as { version: unknown }).version : undefined;
  if (typeof version === 'number' && version > 1)
    return refuse('newer', ['version'], `This project is of version ${version}, from a newer program.`);
  const read = Project.safeParse(data);
  if (read.success) return accept(read.data);
  const { path, message } = read.error.issues[0]!;
  const where = path.map(String).join('.');
  return refuse('broken-project', path.map(String), `This project is broken at ${where}: ${message}`);
}

/** The JSON Schema (2020-12) of what `writeProject` writes. */
export function projectSchema(): object {
  return z.toJSONSchema(Project, { io: 'output', unrepresentable: 'any' });
}
