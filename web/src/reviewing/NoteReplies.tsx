import { zodResolver } from '@hookform/resolvers/zod';
import { type Note, ReplyText } from '@undulan/contract';
import { clsx } from 'clsx';
import { formatDistanceToNow } from 'date-fns';
import { useForm } from 'react-hook-form';
import { explain, useReplyToNoteMutation } from '../server-data/index.ts';
import { Button, INPUT, Problem } from '../ui/index.ts';

interface NoteRepliesProps {
  takeId: string;
  note: Note;
  mayReply?: boolean;
}

/** What was said to a note of a returned review, and the line to say more. */
export function NoteReplies({ takeId, note, mayReply = true }: NoteRepliesProps) {
  const form = useForm({ resolver: zodResolver(ReplyText), defaultValues: { text: '' } });
  const [reply, { isLoading }] = useReplyToNoteMutation();
  const { text: problem } = form.formState.errors;
  const send = async (words: ReplyText): Promise<void> => {
    const answer = await reply({ takeId, noteId: note.id, reply: words });
    if (answer.error) form.setError('text', { message: explain(answer.error) });
    else form.reset();
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
      {mayReply && (
        <form className="flex gap-1.5" onSubmit={(event) => void form.handleSubmit(send)(event)}>
          <input
            {...form.register('text')}
            aria-label={`Reply to the note on frame ${note.frame}`}
            aria-invalid={problem ? true : undefined}
            placeholder="Reply"
            className={clsx(INPUT, 'h-7!')}
          />
          <Button type="submit" small disabled={isLoading}>
            Reply
          </Button>
        </form>
      )}
      <Problem>{problem?.message}</Problem>
    </div>
  );
}
