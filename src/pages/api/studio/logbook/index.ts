import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { readLogbook } from '../../../../server/logbook.ts';

export const GET = endpoint(async (context) => jsonResponse(await readLogbook(context)));
