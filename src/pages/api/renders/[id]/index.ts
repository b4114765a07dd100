import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { getRender, stopRender } from '../../../../server/deliver.ts';

export const GET = endpoint(async (context, { params }) => jsonResponse(await getRender(context, params.id)));
export const DELETE = endpoint(async (context, { params }) => jsonResponse(await stopRender(context, params.id)));
