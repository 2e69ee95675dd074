import type { Ask, ClassAnswer, ClassEntry, ClassEvents, ClassMessage, ClassPlay, ClassView } from '@undulan/contract';
import { type Board, ClockOffset } from '@undulan/core';
import { io, type Socket } from 'socket.io-client';

/** What is known of a session, as one snapshot. */
export interface ClassNow {
  status: 'connecting' | 'here' | 'away' | 'refused' | 'ended';
  /** Why one may not come in. */
  problem: string | null;
  entry: ClassEntry | null;
  board: Board | null;
  view: ClassView | null;
  asks: readonly Ask[];
  here: number;
}

const NOTHING: ClassNow = {
  status: 'connecting',
  problem: null,
  entry: null,
  board: null,
  view: null,
  asks: [],
  here: 0,
};

const FIRST_EXCHANGES = 8;
const FIRST_EVERY_MS = 60;
const THEN_EVERY_MS = 10_000;
const PATIENCE_MS = 8000;

/** Milliseconds since 1970 by the page's own steady clock. */
const ownMs = (): number => performance.timeOrigin + performance.now();

/** The line to a session: what is said in it, and how far the server's clock is from this page's. */
export class ClassConnection {
  readonly #code: string;
  readonly #socket: Socket<ClassEvents>;
  readonly #offset = new ClockOffset();
  readonly #listeners = new Set<() => void>();
  #now = NOTHING;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #exchanges = 0;

  constructor(code: string) {
    this.#code = code;
    this.#socket = io({
      path: '/api/live',
      transports: ['websocket'],
      forceNew: true,
      autoConnect: false,
      reconnectionDelayMax: 2000,
    });
    this.#socket.on('connect', () => void this.#enter());
    this.#socket.on('disconnect', () => this.#set({ status: this.#now.status === 'ended' ? 'ended' : 'away' }));
    this.#socket.on('connect_error', ({ message }) => {
      if (message === 'not-signed-in') this.#set({ status: 'refused', problem: 'Sign in first.' });
      else if (this.#now.status !== 'ended') this.#set({ status: 'away' });
    });
    this.#socket.on('board', (board) => this.#set({ board }));
    this.#socket.on('view', (view) => this.#takeView(view));
    this.#socket.on('here', (here) => this.#set({ here }));
    this.#socket.on('ask', (ask) => this.#takeAsk(ask));
    this.#socket.on('ended', () => this.#set({ status: 'ended' }));
  }

  get now(): ClassNow {
    return this.#now;
  }

  subscribe = (listener: () => void): (() => void) => {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  };

  open(): void {
    this.#socket.connect();
  }

  close(): void {
    clearTimeout(this.#timer);
    this.#socket.disconnect();
  }

  /** Says something in the session; what comes of it, or why nothing does. Null where the line is down. */
  async say<T = null>(name: ClassMessage, body: object): Promise<ClassAnswer<T> | null> {
    try {
      return (await (this.#socket as unknown as Socket).timeout(PATIENCE_MS).emitWithAck(name, body)) as ClassAnswer<T>;
    } catch {
      return null;
    }
  }

  /** The server's time at a time of the page (ms since it was opened), and the other way. */
  serverMs(pageMs: number): number {
    return performance.timeOrigin + pageMs + this.#offset.ms;
  }
  pageMs(serverMs: number): number {
    return serverMs - this.#offset.ms - performance.timeOrigin;
  }

  /** What a clock of this page has to play along with. */
  runOf({ frame, atMs, direction }: ClassPlay): { frame: number; startMs: number; direction: 1 | -1 } | null {
    return direction === 0 ? null : { frame, startMs: this.pageMs(atMs), direction };
  }

  /** Keeps an answer of one's own beside what the server tells of the question. */
  answered(askId: string, own: Ask['own']): void {
    this.#set({ asks: this.#now.asks.map((ask) => (ask.id === askId ? { ...ask, own } : ask)) });
  }

  #set(part: Partial<ClassNow>): void {
    this.#now = { ...this.#now, ...part };
    for (const listener of this.#listeners) listener();
  }

  #takeView(view: ClassView): void {
    // One that was overtaken on its way says nothing any more.
    if (!this.#now.view || view.version >= this.#now.view.version) this.#set({ view });
  }

  #takeAsk(ask: Ask): void {
    const { asks } = this.#now;
    const known = asks.find(({ id }) => id === ask.id);
    const told = { ...ask, own: known?.own ?? ask.own };
    // An open question closes the ones before it.
    const others = asks.map((other) => (known || ask.closed ? other : { ...other, closed: true }));
    this.#set({ asks: known ? others.map((other) => (other.id === ask.id ? told : other)) : [...others, told] });
  }

  async #enter(): Promise<void> {
    const answer = await this.say<ClassEntry>('enter', { code: this.#code });
    if (!answer) {
      this.#set({ status: 'away' });
      return;
    }
    if (!answer.ok) {
      this.#set({ status: 'refused', problem: answer.problem });
      return;
    }
    const { value: entry } = answer;
    this.#exchanges = 0;
    await this.#exchange();
    this.#set({
      status: entry.session.endedAt ? 'ended' : 'here',
      entry,
      board: entry.state?.board ?? this.#now.board,
      view: entry.state?.view ?? this.#now.view,
      asks: entry.asks,
      here: entry.here,
    });
  }

  /** Asks the server for its time: at first quickly one after the other, then now and then. */
  async #exchange(): Promise<void> {
    clearTimeout(this.#timer);
    const sentMs = ownMs();
    const answer = await this.say<number>('time', {});
    if (answer?.ok) {
      this.#offset.add({ sentMs, thereMs: answer.value, backMs: ownMs() });
      this.#exchanges++;
      // Who plays along hears of the better time.
      for (const listener of this.#listeners) listener();
    }
    const pause = this.#exchanges < FIRST_EXCHANGES ? FIRST_EVERY_MS : THEN_EVERY_MS;
    this.#timer = setTimeout(() => void this.#exchange(), pause);
  }
}
