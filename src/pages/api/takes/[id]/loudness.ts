import { answer } from '../../../../server/http.ts';
import { takeLevels } from '../../../../server/takes.ts';

export const GET = answer('takeLevels', (context, { params }) => takeLevels(context, params.id));
