import { answer } from '../../../../server/http.ts';
import { bringBackTake } from '../../../../server/takes.ts';

/** Brings back what was deleted. */
export const POST = answer('restoreTake', (context, { params }) => bringBackTake(context, params.id));
