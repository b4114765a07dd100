import { answer } from '../../../../server/http.ts';
import { getRender, stopRender } from '../../../../server/deliver.ts';

export const GET = answer('getRender', (context, { params }) => getRender(context, params.id));
export const DELETE = answer('stopRender', (context, { params }) => stopRender(context, params.id));
