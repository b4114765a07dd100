import { answer } from '../../../../server/http.ts';
import { queueBed } from '../../../../server/music.ts';

export const POST = answer('queueBed', (context, { params, url }) =>
  queueBed(context, params.id, url.searchParams.get('format')),
);
