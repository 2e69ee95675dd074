import { BookMarked, Trash2 } from 'lucide-react';
import { explain, useKeepPhraseMutation, usePhrasesQuery, useRemovePhraseMutation } from '../../server-data/index.ts';
import { Button, Popover, sayDone, sayProblem } from '../../ui/index.ts';

/** The instructor's own phrases, to be put into a note; what is written can become one. */
export function PhraseBank({ text, onPhrase }: { text: string; onPhrase: (phrase: string) => void }) {
  const { data: phrases = [] } = usePhrasesQuery();
  const [keepPhrase, { isLoading }] = useKeepPhraseMutation();
  const [removePhrase] = useRemovePhraseMutation();
  const wanted = text.trim();
  const keep = async (): Promise<void> => {
    const answer = await keepPhrase({ text: wanted });
    if (answer.error) sayProblem(explain(answer.error));
    else sayDone('Kept among your phrases.');
  };
  return (
    <Popover
      label="Your phrases"
      trigger={
        <Button small>
          <BookMarked size={14} /> Phrases
        </Button>
      }
    >
      <p className="pb-2 text-xs text-faint">
        {phrases.length === 0 ? 'None kept yet.' : 'A press puts it into the note.'}
      </p>
      <ul aria-label="Phrases" className="grid gap-1">
        {phrases.map((phrase) => (
          <li key={phrase.id} className="flex items-start">
            <button
              type="button"
              className="min-w-0 flex-1 rounded-md px-1.5 py-1 text-left text-[13px] leading-snug hover:bg-shade"
              onClick={() => onPhrase(phrase.text)}
            >
              {phrase.text}
            </button>
            <Button
              kind="quiet"
              square
              small
              aria-label={`Throw away: ${phrase.text}`}
              onClick={() => void removePhrase(phrase.id)}
            >
              <Trash2 size={13} />
            </Button>
          </li>
        ))}
      </ul>
      <Button
        small
        className="mt-2"
        disabled={isLoading}
        disabledReason={
          (wanted === '' && 'Write the note first.') ||
          (phrases.some((phrase) => phrase.text === wanted) && 'It is among your phrases already.')
        }
        onClick={() => void keep()}
      >
        Keep what is written as a phrase
      </Button>
    </Popover>
  );
}
