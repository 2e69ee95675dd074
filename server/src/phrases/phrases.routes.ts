import { NewPhrase } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import { keepPhrase, phrasesOf, removePhrase } from './phrases.service.ts';

export function phrasesRoutes(): Router {
  const routes = Router();
  routes.get('/phrases', async (request, response) => {
    response.json(await phrasesOf(personIdOf(request)));
  });
  routes.post('/phrases', async (request, response) => {
    response.status(201).json(await keepPhrase(personIdOf(request), parseBody(NewPhrase, request)));
  });
  routes.delete('/phrases/:phraseId', async (request, response) => {
    await removePhrase(personIdOf(request), request.params.phraseId);
    response.status(204).end();
  });
  return routes;
}
