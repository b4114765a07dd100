import { answer } from '../../../../server/http.ts';
import { queueSound } from '../../../../server/deliver.ts';

export const POST = answer('queueSound', (context, { params, url }) =>
  queueSound(context, params.id, url.searchParams.get('part')),
);
