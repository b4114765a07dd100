import { endpoint, jsonResponse } from '../../../server/http.ts';
import { getStudio } from '../../../server/studio.ts';

export const GET = endpoint(async (context) => jsonResponse(await getStudio(context)));
