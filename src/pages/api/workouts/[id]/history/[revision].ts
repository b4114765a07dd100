import { answer } from '../../../../../server/http.ts';
import { documentAt } from '../../../../../server/workouts.ts';

export const GET = answer('documentAt', (context, { params }) =>
  documentAt(context, params.id, Number(params.revision)),
);
