import {
  CLASS_MESSAGES,
  type ClassAnswer,
  type ClassEvents,
  type ClassMessage,
  type ClassView,
} from '@undulan/contract';
import type { Logger } from 'pino';
import type { DefaultEventsMap, Server, Socket } from 'socket.io';
import type * as z from 'zod';
import { roleIn } from '../access/access.ts';
import { ProblemError } from '../http/problem-error.ts';
import {
  answerAsk,
  askClass,
  askWhole,
  classByCode,
  classEntry,
  describeAsk,
  endClass,
  keepBoard,
  keepView,
  ledClass,
  settleAsk,
} from './classes.service.ts';

/** Who is at the other end of a socket, and which session they are in. */
export interface Who {
  personId: string;
  sessionId?: string;
  courseId?: string;
  /** Whether they lead it. */
  leads?: boolean;
}

type ClassSocket = Socket<DefaultEventsMap, ClassEvents, DefaultEventsMap, Who>;
export type ClassServer = Server<DefaultEventsMap, ClassEvents, DefaultEventsMap, Who>;

/** Answers of a class come together: what the instructor sees of them is made this often at most. */
const TALLY_MS = 100;
/** Messages a second that one socket may send; a hand on a slider makes thirty. */
const MOST_A_SECOND = 90;

const roomOf = (sessionId: string): string => `class ${sessionId}`;
const leadersOf = (sessionId: string): string => `leaders ${sessionId}`;

type Body<Name extends ClassMessage> = z.infer<(typeof CLASS_MESSAGES)[Name]>;
type Handlers = { [Name in ClassMessage]: (socket: ClassSocket, body: Body<Name>) => unknown };

/** What goes on in sessions: each message taken by its schema and the sender's role, and told to the others. */
export class ClassRooms {
  readonly #io: ClassServer;
  readonly #logger: Logger;
  /** What of a session is to be written next: only the newest. */
  readonly #views = new Map<string, ClassView>();
  readonly #writing = new Set<string>();
  readonly #tallies = new Map<string, NodeJS.Timeout>();
  #isClosed = false;
  readonly #underWay = new Set<Promise<unknown>>();

  constructor(io: ClassServer, logger: Logger) {
    this.#io = io;
    this.#logger = logger;
  }

  /** Takes nothing more, and comes back when what is under way is over. */
  async close(): Promise<void> {
    this.#isClosed = true;
    for (const timer of this.#tallies.values()) clearTimeout(timer);
    await Promise.allSettled(this.#underWay);
  }

  welcome(socket: ClassSocket): void {
    let [second, count] = [0, 0];
    for (const name of Object.keys(CLASS_MESSAGES) as ClassMessage[]) {
      socket.on(name, (body: unknown, answer: unknown) => {
        const now = Math.floor(Date.now() / 1000);
        if (now !== second) [second, count] = [now, 0];
        if (++count > MOST_A_SECOND) {
          // One that floods is not answered; what it shows comes to rest a moment later and is sent again.
          if (count > 10 * MOST_A_SECOND) socket.disconnect(true);
          return;
        }
        if (this.#isClosed) return;
        this.#keep(
          this.#take(socket, name, body, typeof answer === 'function' ? (answer as Answering) : () => undefined),
        );
      });
    }
    socket.on('disconnect', () => {
      if (socket.data.sessionId && !this.#isClosed) this.#keep(this.#tellHere(socket.data.sessionId));
    });
  }

  /** Lets something go on beside what it came from. */
  #keep(work: Promise<unknown>): void {
    const kept = work
      .catch((error: unknown) => this.#logger.error({ err: error as Error }, 'telling a class failed'))
      .finally(() => this.#underWay.delete(kept));
    this.#underWay.add(kept);
  }

  async #take(socket: ClassSocket, name: ClassMessage, body: unknown, answer: Answering): Promise<void> {
    try {
      const parsed = CLASS_MESSAGES[name].safeParse(body);
      if (!parsed.success)
        throw new ProblemError('invalid-request', parsed.error.issues[0]?.message ?? 'This message is not valid.');
      const handle = this.#handlers[name] as (from: ClassSocket, given: unknown) => unknown;
      answer({ ok: true, value: (await handle(socket, parsed.data)) ?? null });
    } catch (error) {
      if (!(error instanceof ProblemError)) this.#logger.error({ err: error as Error }, 'a message of a class failed');
      answer({
        ok: false,
        problem: error instanceof ProblemError ? error.message : 'Something went wrong on the server.',
      });
    }
  }

  /** The session a socket is in. */
  #sessionOf({ data }: ClassSocket): string {
    if (!data.sessionId) throw new ProblemError('not-ready', 'Come into the session first.');
    return data.sessionId;
  }

  /** The session a socket leads; asked anew each time, since who leads may change. */
  async #ledBy(socket: ClassSocket): Promise<string> {
    return (await ledClass(socket.data.personId, this.#sessionOf(socket))).id;
  }

  readonly #handlers: Handlers = {
    enter: async (socket, { code }) => {
      const { personId } = socket.data;
      const inClass = await classByCode(personId, code);
      const { id, courseId } = inClass.session;
      const leads = inClass.role === 'instructor';
      for (const room of socket.rooms) if (room !== socket.id) await socket.leave(room);
      Object.assign(socket.data, { sessionId: id, courseId, leads });
      // Before it is read how things stand: what changes meanwhile comes by itself.
      await socket.join([roomOf(id), ...(leads ? [leadersOf(id)] : [])]);
      const entry = await classEntry(await classByCode(personId, code), personId);
      return { ...entry, here: await this.#tellHere(id) };
    },
    time: () => Date.now(),
    board: async (socket, { board }) => {
      const sessionId = await this.#ledBy(socket);
      const shown = { ...board, notes: '' };
      socket.to(roomOf(sessionId)).emit('board', shown);
      await keepBoard(sessionId, shown);
    },
    view: async (socket, { view, sure }) => {
      const sessionId = this.#sessionOf(socket);
      if (!sure) {
        if (!socket.data.leads) throw new ProblemError('forbidden', 'Only an instructor of the course can do this.');
        // Who is slow gets the next one: nothing waits for them.
        socket.to(roomOf(sessionId)).volatile.emit('view', view);
        return;
      }
      await this.#ledBy(socket);
      socket.to(roomOf(sessionId)).emit('view', view);
      await this.#write(sessionId, view);
    },
    ask: async (socket, asked) => {
      const sessionId = await this.#ledBy(socket);
      const ask = await askClass(sessionId, asked);
      await this.#tellAsk(sessionId, ask.id);
      return describeAsk(ask, 'instructor', null);
    },
    answer: async (socket, { askId, answer }) => {
      const sessionId = this.#sessionOf(socket);
      const { personId, courseId } = socket.data;
      if ((await roleIn(personId, courseId!)) !== 'learner')
        throw new ProblemError('forbidden', 'Only a learner of the course can do this.');
      await answerAsk(sessionId, personId, askId, answer);
      if (!this.#tallies.has(askId))
        this.#tallies.set(
          askId,
          setTimeout(() => {
            this.#tallies.delete(askId);
            this.#keep(this.#tellAsk(sessionId, askId));
          }, TALLY_MS),
        );
    },
    settle: async (socket, { askId, settings }) => {
      const sessionId = await this.#ledBy(socket);
      await settleAsk(sessionId, askId, settings);
      await this.#tellAsk(sessionId, askId);
    },
    end: async (socket) => {
      const sessionId = await this.#ledBy(socket);
      await endClass(sessionId);
      this.#io.to(roomOf(sessionId)).emit('ended');
    },
  };

  /** Writes how a session stands; while it is written, only the newest waits. */
  async #write(sessionId: string, view: ClassView): Promise<void> {
    this.#views.set(sessionId, view);
    if (this.#writing.has(sessionId)) return;
    this.#writing.add(sessionId);
    try {
      for (let next = this.#views.get(sessionId); next; next = this.#views.get(sessionId)) {
        this.#views.delete(sessionId);
        await keepView(sessionId, next);
      }
    } finally {
      this.#writing.delete(sessionId);
    }
  }

  /** Tells leaders and class of a question, each what they may see; their own answer everyone has themselves. */
  async #tellAsk(sessionId: string, askId: string): Promise<void> {
    const ask = await askWhole(askId);
    this.#io.to(leadersOf(sessionId)).emit('ask', describeAsk(ask, 'instructor', null));
    this.#io
      .to(roomOf(sessionId))
      .except(leadersOf(sessionId))
      .emit('ask', describeAsk(ask, 'learner', null));
  }

  /** Counts who is in a session, over all copies, and tells it. */
  async #tellHere(sessionId: string): Promise<number> {
    const sockets = await this.#io.in(roomOf(sessionId)).fetchSockets();
    const learners = sockets.filter(({ data }) => !data.leads).map(({ data }) => data.personId);
    const here = new Set(learners).size;
    this.#io.to(roomOf(sessionId)).emit('here', here);
    return here;
  }
}

type Answering = (answer: ClassAnswer<unknown>) => void;
