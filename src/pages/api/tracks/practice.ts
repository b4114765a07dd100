import { answer, readJson } from '../../../server/http.ts';
import { makePractice } from '../../../server/tracks.ts';

export const POST = answer('makePractice', async (context, { request }) =>
  makePractice(context, await readJson(request)),
);
