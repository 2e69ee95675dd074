import { clsx } from 'clsx';
import { Popover } from 'radix-ui';
import {
  type InputHTMLAttributes,
  type KeyboardEvent,
  type ReactNode,
  type TextareaHTMLAttributes,
  useContext,
  useEffect,
  useId,
  useRef,
  useState,
} from 'react';
import { FieldSays, INPUT } from './Field.tsx';
import { useSayTyping } from './typing.ts';

interface Committing {
  /** The value in force, shown while nothing is typed. */
  value: string;
  /** Takes what was typed; or says what is wrong with it, and it stays as typed. */
  onCommit: (text: string) => string | null;
  /** What stands in the field and is not in force yet; null where nothing does. */
  onTyped?: (text: string | null) => void;
  /** For words: they count a moment after they are typed, too; what is wrong is said when the field is left. */
  counts?: 'when-left' | 'as-typed';
  /** Typing the value already in force is a commit of it, too. */
  takesSame?: boolean;
}

/** Words typed without a pause this long count together. */
export const TYPING_PAUSE_MS = 300;

interface Committed {
  text: string;
  problem: string | null;
  type: (text: string) => void;
  /** Gives whether what was typed could be taken. */
  commit: () => boolean;
  giveUp: () => void;
}

interface Typed {
  text: string;
  /** What is wrong with it, and the value that was in force when that was said. */
  refusal?: { problem: string; over: string };
}

/** What is typed into a field until it is taken. */
function useCommitted({ value, onCommit, onTyped, counts, takesSame = false }: Committing): Committed {
  const [kept, setKept] = useState<Typed | null>(null);
  // Taken as it was typed; in force it may be without the space at its end.
  const [taken, setTaken] = useState<string | null>(null);
  // What was refused is given up once something else has put another value in force.
  const typed = kept?.refusal && kept.refusal.over !== value ? null : kept;
  const problem = typed?.refusal?.problem ?? null;
  const sayBeside = useContext(FieldSays);
  useEffect(() => sayBeside?.(problem), [sayBeside, problem]);
  const stand = (next: Typed | null): void => {
    setKept(next);
    if (next?.text !== typed?.text) onTyped?.(next?.text ?? null);
  };
  const isPending = typed !== null && !typed.refusal && typed.text !== value && typed.text !== taken;
  useSayTyping(isPending);
  const waiting = isPending && counts === 'as-typed' ? typed.text : null;
  const take = useRef(onCommit);
  useEffect(() => {
    take.current = onCommit;
  });
  useEffect(() => {
    if (waiting === null) return;
    // It stays as typed: a word taken without the space after it must not lose the space.
    const timer = setTimeout(() => {
      if (take.current(waiting) === null) setTaken(waiting);
    }, TYPING_PAUSE_MS);
    return () => clearTimeout(timer);
  }, [waiting]);
  return {
    text: typed?.text ?? value,
    problem,
    type: (text) => stand({ text }),
    commit: () => {
      const wrong = typed && (takesSame || typed.text !== value) ? onCommit(typed.text) : null;
      stand(typed && wrong !== null ? { text: typed.text, refusal: { problem: wrong, over: value } } : null);
      return wrong === null;
    },
    giveUp: () => stand(null),
  };
}

type CommitInputProps = Omit<InputHTMLAttributes<HTMLInputElement>, 'value' | 'onChange'> & Committing;

/**
 * A text field whose change counts on Enter or on leaving it. Escape goes back to the value in force. What is wrong is
 * said in the field around it, or right beneath.
 */
export function CommitInput(props: CommitInputProps) {
  const { value, onCommit, onTyped, counts, takesSame, className = '', ...rest } = props;
  const committed = useCommitted({ value, onCommit, onTyped, counts, takesSame });
  const { text, problem, type, commit, giveUp } = committed;
  const isInField = useContext(FieldSays) !== null;
  const saysId = useId();
  /** Enter has committed what the blur it causes must not commit again. */
  const isDone = useRef(false);
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>): void => {
    if (event.key === 'Enter') {
      // Else the same press goes on to whatever the change puts the focus on, such as a question's first button.
      event.preventDefault();
      // The next keys pressed are shortcuts again.
      if (!commit()) return;
      isDone.current = true;
      event.currentTarget.blur();
    }
    if (event.key === 'Escape') giveUp();
  };
  const input = (
    <input
      {...rest}
      value={text}
      aria-invalid={problem !== null || undefined}
      aria-describedby={problem !== null && !isInField ? saysId : rest['aria-describedby']}
      onChange={(event) => type(event.target.value)}
      onBlur={() => {
        if (!isDone.current) commit();
        isDone.current = false;
      }}
      onKeyDown={onKeyDown}
      className={clsx(INPUT, className)}
    />
  );
  return isInField ? (
    input
  ) : (
    <ProblemBubble id={saysId} problem={problem}>
      {input}
    </ProblemBubble>
  );
}

/** What is wrong with a field that has no room of its own for words, right beneath it. */
export function ProblemBubble({ id, problem, children }: { id: string; problem: string | null; children: ReactNode }) {
  return (
    <Popover.Root open={problem !== null}>
      <Popover.Anchor asChild>{children}</Popover.Anchor>
      <Popover.Portal>
        <Popover.Content
          id={id}
          side="bottom"
          align="start"
          sideOffset={4}
          collisionPadding={8}
          role="alert"
          onOpenAutoFocus={(event) => event.preventDefault()}
          onCloseAutoFocus={(event) => event.preventDefault()}
          className="z-50 max-w-72 rounded-md border border-danger bg-page px-2 py-1 text-xs text-danger shadow-lg"
        >
          {problem}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

type CommitTextProps = Omit<TextareaHTMLAttributes<HTMLTextAreaElement>, 'value' | 'onChange'> & Committing;

/** Several lines. */
export function CommitText(props: CommitTextProps) {
  const { value, onCommit, onTyped, counts, takesSame, className = '', ...rest } = props;
  const committed = useCommitted({ value, onCommit, onTyped, counts, takesSame });
  const { text, problem, type, commit, giveUp } = committed;
  return (
    <textarea
      {...rest}
      value={text}
      aria-invalid={problem !== null || undefined}
      onChange={(event) => type(event.target.value)}
      onBlur={commit}
      onKeyDown={(event) => {
        if (event.key === 'Escape') giveUp();
      }}
      className={clsx(INPUT, 'h-auto! py-1.5', className)}
    />
  );
}
