import { ChangeWork, HandIn, SaveWork } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import type { ReaderPool } from '../readings/reader-pool.ts';
import { checkDraft } from '../readings/self-check.service.ts';
import { changeDraft, deleteDraft, draft, handIn, saveDraft } from './drafts.service.ts';

export function draftsRoutes(pool: ReaderPool): Router {
  const routes = Router();
  routes.get('/drafts/:draftId', async (request, response) => {
    response.json(await draft(personIdOf(request), request.params.draftId));
  });
  routes.put('/drafts/:draftId', async (request, response) => {
    response.json(await saveDraft(personIdOf(request), request.params.draftId, parseBody(SaveWork, request)));
  });
  routes.patch('/drafts/:draftId', async (request, response) => {
    response.json(await changeDraft(personIdOf(request), request.params.draftId, parseBody(ChangeWork, request)));
  });
  routes.delete('/drafts/:draftId', async (request, response) => {
    await deleteDraft(personIdOf(request), request.params.draftId);
    response.status(204).end();
  });
  routes.post('/drafts/:draftId/hand-in', async (request, response) => {
    response.status(201).json(await handIn(personIdOf(request), request.params.draftId, parseBody(HandIn, request)));
  });
  routes.get('/drafts/:draftId/self-check', async (request, response) => {
    response.json(await checkDraft(personIdOf(request), request.params.draftId, pool));
  });
  return routes;
}
