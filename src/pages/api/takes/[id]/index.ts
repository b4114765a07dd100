import { answer } from '../../../../server/http.ts';
import { removeTake } from '../../../../server/takes.ts';
import { getTake } from '../../../../server/get-take.ts';

export const GET = answer('getTake', (context, { params }) => getTake(context, params.id));
export const DELETE = answer('removeTake', async (context, { params }) => {
  await removeTake(context, params.id);
});
