import { answer } from '../../../../server/http.ts';
import { readLogbook } from '../../../../server/logbook.ts';

export const GET = answer('logbook', (context, { url }) => readLogbook(context, url.searchParams.get('after')));
