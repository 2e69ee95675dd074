import { type Note, ReplyText } from '@undulan/contract';
import { clsx } from 'clsx';
import { formatDistanceToNow } from 'date-fns';
import { useState } from 'react';
import { explain, useReplyToNoteMutation } from '../server-data/index.ts';
import { Button, INPUT, Problem } from '../ui/index.ts';

/** What was said to a note of a returned review, and the line to say more. */
export function NoteReplies({ takeId, note }: { takeId: string; note: Note }) {
  const [reply, { isLoading }] = useReplyToNoteMutation();
  const [text, setText] = useState('');
  const [error, setError] = useState<string | null>(null);
  const send = async (): Promise<void> => {
    const words = ReplyText.safeParse({ text });
    if (!words.success) {
      setError(words.error.issues[0]!.message);
      return;
    }
    const answer = await reply({ takeId, noteId: note.id, reply: words.data });
    if (answer.error) setError(explain(answer.error));
    else setText('');
  };
  return (
    <div className="mt-1.5 grid gap-1.5 border-t border-rule pt-1.5">
      {note.replies.length > 0 && (
        <ul aria-label="Replies" className="grid gap-1 text-[13px]">
          {note.replies.map((other) => (
            <li key={other.id}>
              <span className="font-semibold">{other.authorName}</span>{' '}
              <span className="text-xs text-faint">{formatDistanceToNow(other.createdAt, { addSuffix: true })}</span>
              <p className="whitespace-pre-wrap">{other.text}</p>
            </li>
          ))}
        </ul>
      )}
      <form
        className="flex gap-1.5"
        onSubmit={(event) => {
          event.preventDefault();
          void send();
        }}
      >
        <input
          aria-label={`Reply to the note on frame ${note.frame}`}
          aria-invalid={error ? true : undefined}
          value={text}
          placeholder="Reply"
          className={clsx(INPUT, 'h-7!')}
          onChange={(event) => {
            setText(event.target.value);
            setError(null);
          }}
        />
        <Button type="submit" small disabled={isLoading}>
          Reply
        </Button>
      </form>
      <Problem>{error}</Problem>
    </div>
  );
}
