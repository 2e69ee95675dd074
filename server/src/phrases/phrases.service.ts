import type { Created, NewPhrase, Phrase } from '@undulan/contract';
import { refuseBeyond } from '../quotas/quotas.ts';
import { PhraseModel } from './phrase.model.ts';

/** A person's own phrases, in order: nobody else has or sees them. */
export async function phrasesOf(authorId: string): Promise<Phrase[]> {
  const phrases = await PhraseModel.findAll({ where: { authorId }, order: [['text', 'ASC']] });
  return phrases.map(({ id, text }) => ({ id, text }));
}

export async function keepPhrase(authorId: string, phrase: NewPhrase): Promise<Created> {
  refuseBeyond('phrases', await PhraseModel.count({ where: { authorId } }));
  const { id } = await PhraseModel.create({ ...phrase, authorId });
  return { id };
}

export async function removePhrase(authorId: string, id: string): Promise<void> {
  await PhraseModel.destroy({ where: { id, authorId } });
}
