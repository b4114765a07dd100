import { endpoint, jsonResponse, readBody } from '../../../../server/http.ts';
import { setTranscript } from '../../../../server/takes.ts';

export const PUT = endpoint(async (context, { params, request }) => jsonResponse(await setTranscript(context, params.id, await readBody(request))));
