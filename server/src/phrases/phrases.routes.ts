import { NewPhrase, type Phrase } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { PhraseModel } from './phrase.model.ts';

const LIMIT = 200;

async function phrasesOf(authorId: string): Promise<Phrase[]> {
  const phrases = await PhraseModel.findAll({ where: { authorId }, order: [['text', 'ASC']], limit: LIMIT });
  return phrases.map(({ id, text }) => ({ id, text }));
}

/** A person's own phrases: nobody else has or sees them. */
export function phrasesRoutes(): Router {
  const routes = Router();
  routes.get('/phrases', async (request, response) => {
    response.json(await phrasesOf(personIdOf(request)));
  });
  routes.post('/phrases', async (request, response) => {
    const { id } = await PhraseModel.create({ ...parseBody(NewPhrase, request), authorId: personIdOf(request) });
    response.status(201).json({ id });
  });
  routes.delete('/phrases/:phraseId', async (request, response) => {
    await PhraseModel.destroy({ where: { id: request.params.phraseId, authorId: personIdOf(request) } });
    response.status(204).end();
  });
  return routes;
}
