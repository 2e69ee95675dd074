import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { ClassAnswer, ClassSession, ClassView, LessonSummary, StoredLesson } from '@undulan/contract';
import { io, type Socket } from 'socket.io-client';
import type { DemoLearner } from '../src/demo/demo-people.ts';
import type { Harness } from './harness.ts';

/** Sockets into the sessions of a harness's courses. */
export interface ClassLines {
  /** The cookie of someone signed in, as a browser would send it. */
  cookieOf: (who: DemoLearner | 'instructor') => Promise<string>;
  /** A socket of someone's, at a copy of the server. */
  connected: (who: DemoLearner | 'instructor', copy?: number) => Promise<Socket>;
  /** A socket that may be refused. */
  socketWith: (extraHeaders: Record<string, string>, copy?: number) => Socket;
  /** A session that was just opened with the demo's third lesson. */
  opened: () => Promise<{ session: ClassSession; lesson: StoredLesson }>;
  hangUp: () => void;
}

export function classLines(harness: Harness, copies: readonly Server[]): ClassLines {
  const sockets: Socket[] = [];
  const cookieOf: ClassLines['cookieOf'] = async (who) => {
    const agent = await harness.signIn(who);
    return agent.jar.getCookies({ domain: '127.0.0.1', path: '/', secure: false, script: false }).toValueString();
  };
  const socketWith: ClassLines['socketWith'] = (extraHeaders, copy = 0) => {
    const { port } = copies[copy]!.address() as AddressInfo;
    const socket = io(`http://127.0.0.1:${port}`, {
      path: '/api/live',
      transports: ['websocket'],
      reconnection: false,
      forceNew: true,
      extraHeaders,
    });
    sockets.push(socket);
    return socket;
  };
  return {
    cookieOf,
    socketWith,
    connected: async (who, copy = 0) => {
      const socket = socketWith({ cookie: await cookieOf(who) }, copy);
      await new Promise<void>((resolve, reject) => {
        socket.on('connect', resolve);
        socket.on('connect_error', reject);
      });
      return socket;
    },
    opened: async () => {
      const instructor = await harness.signIn('instructor');
      const lessons = (await instructor.get(`/api/courses/${harness.courseId}/lessons`)).body as LessonSummary[];
      const lesson = (await instructor.get(`/api/lessons/${lessons[2]!.id}`)).body as StoredLesson;
      const answer = await instructor
        .post(`/api/courses/${harness.courseId}/class-sessions`)
        .send({ lessonId: lesson.id })
        .expect(201);
      return { session: answer.body as ClassSession, lesson };
    },
    hangUp: () => {
      for (const socket of sockets.splice(0)) socket.disconnect();
    },
  };
}

export const say = async <T>(socket: Socket, name: string, body: unknown = {}): Promise<ClassAnswer<T>> =>
  (await socket.timeout(5000).emitWithAck(name, body)) as ClassAnswer<T>;

/** What comes of what is said; throws where it is refused. */
export async function told<T>(socket: Socket, name: string, body: unknown = {}): Promise<T> {
  const answer = await say<T>(socket, name, body);
  if (!answer.ok) throw new Error(answer.problem);
  return answer.value;
}

/** The next of an event that comes after this is called. */
export const next = <T>(socket: Socket, event: string): Promise<T> =>
  new Promise((resolve) => {
    socket.once(event, (value: T) => resolve(value));
  });

export const view = (lesson: StoredLesson, version: number, part: Partial<ClassView> = {}): ClassView => ({
  version,
  boardId: lesson.lesson.boards[0]!.id,
  covered: true,
  alone: null,
  laid: 'rows',
  trails: true,
  variants: {},
  play: { direction: 0, frame: 1, atMs: 0, speed: 100, way: 'loop' },
  ...part,
});

export const asked = (lesson: StoredLesson) => ({
  kind: 'tap',
  boardId: lesson.lesson.boards[0]!.id,
  laneId: 'lane-1',
  lanes: [{ id: 'lane-1', name: 'Even' }],
  question: 'When does it land?',
  truth: { frame: 33 },
});
