import { NoteDone, NoteText, ReplyText, ReturnReview, ReviewText } from '@undulan/contract';
import { Router } from 'express';
import { personIdOf } from '../access/require-person.ts';
import { parseBody } from '../http/parse-body.ts';
import type { ReaderPool } from '../readings/reader-pool.ts';
import { readAgain } from '../readings/readings.service.ts';
import { checkTake } from '../readings/self-check.service.ts';
import { addNote, changeNote, markNote, removeNote, replyToNote, returnReview, saveReview } from './reviews.service.ts';
import { editsOfTake } from './take-edits.service.ts';
import { reviewOfTake, seriesOf, viewTake } from './takes.service.ts';

export function takesRoutes(pool: ReaderPool): Router {
  const routes = Router();
  routes.get('/takes/:takeId', async (request, response) => {
    response.json(await viewTake(personIdOf(request), request.params.takeId, request.query['reading']));
  });
  routes.get('/takes/:takeId/series', async (request, response) => {
    response.json(await seriesOf(personIdOf(request), request.params.takeId));
  });
  routes.get('/takes/:takeId/edits', async (request, response) => {
    response.json(await editsOfTake(personIdOf(request), request.params.takeId, pool));
  });
  routes.get('/takes/:takeId/self-check', async (request, response) => {
    response.json(await checkTake(personIdOf(request), request.params.takeId));
  });
  routes.post('/takes/:takeId/readings', async (request, response) => {
    await readAgain(personIdOf(request), request.params.takeId);
    response.status(204).end();
  });
  routes.get('/takes/:takeId/review', async (request, response) => {
    response.json(await reviewOfTake(personIdOf(request), request.params.takeId));
  });
  routes.put('/takes/:takeId/review', async (request, response) => {
    response.json(await saveReview(personIdOf(request), request.params.takeId, parseBody(ReviewText, request)));
  });
  routes.post('/takes/:takeId/return', async (request, response) => {
    response.json(await returnReview(personIdOf(request), request.params.takeId, parseBody(ReturnReview, request)));
  });
  routes.post('/takes/:takeId/notes', async (request, response) => {
    response.status(201).json(await addNote(personIdOf(request), request.params.takeId, parseBody(NoteText, request)));
  });
  routes.put('/takes/:takeId/notes/:noteId', async (request, response) => {
    await changeNote(personIdOf(request), request.params.takeId, request.params.noteId, parseBody(NoteText, request));
    response.status(204).end();
  });
  routes.delete('/takes/:takeId/notes/:noteId', async (request, response) => {
    await removeNote(personIdOf(request), request.params.takeId, request.params.noteId);
    response.status(204).end();
  });
  routes.post('/takes/:takeId/notes/:noteId/replies', async (request, response) => {
    response
      .status(201)
      .json(
        await replyToNote(
          personIdOf(request),
          request.params.takeId,
          request.params.noteId,
          parseBody(ReplyText, request),
        ),
      );
  });
  routes.put('/takes/:takeId/notes/:noteId/done', async (request, response) => {
    await markNote(
      personIdOf(request),
      request.params.takeId,
      request.params.noteId,
      parseBody(NoteDone, request).done,
    );
    response.status(204).end();
  });
  return routes;
}
