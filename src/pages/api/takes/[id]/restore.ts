import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { bringBackTake } from '../../../../server/takes.ts';

/** Brings back what was deleted. */
export const POST = endpoint(async (context, { params }) => jsonResponse(await bringBackTake(context, params.id)));
