import { answer } from '../../../../server/http.ts';
import { bringBackTrack } from '../../../../server/tracks.ts';

/** Brings back what was deleted. */
export const POST = answer('restoreTrack', (context, { params }) => bringBackTrack(context, params.id));
