import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { bringBackTrack } from '../../../../server/tracks.ts';

/** Brings back what was deleted. */
export const POST = endpoint(async (context, { params }) => jsonResponse(await bringBackTrack(context, params.id)));
