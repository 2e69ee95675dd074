import { clsx } from 'clsx';
import { useState } from 'react';
import { Dialog, INPUT } from '../ui/index.ts';
import { WORDS } from './words.ts';

/** The trade's words, found by a part of them. */
export function WordsDialog({ onClose }: { onClose: () => void }) {
  const [typed, setTyped] = useState('');
  const wanted = typed.trim().toLowerCase();
  const shown = WORDS.filter((entry) => entry.some((text) => text.toLowerCase().includes(wanted)));
  return (
    <Dialog open onClose={onClose} title="Words of the trade">
      <input
        type="search"
        aria-label="Find a word"
        placeholder="a word, or what it is about"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        className={clsx(INPUT, 'mb-3')}
      />
      <dl className="grid h-96 content-start gap-2 overflow-y-auto text-sm">
        {shown.map(([word, meaning]) => (
          <div key={word}>
            <dt className="font-semibold">{word}</dt>
            <dd className="text-faint">{meaning}</dd>
          </div>
        ))}
        {shown.length === 0 && <p className="py-6 text-center text-faint">No word here is about that.</p>}
      </dl>
    </Dialog>
  );
}
