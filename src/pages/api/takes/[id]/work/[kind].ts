import { endpoint } from '../../../../../server/http.ts';
import { askTakeWork, stopTakeWork } from '../../../../../server/take-work.ts';

export const POST = endpoint(async (context, { params }) => {
  await askTakeWork(context, params.id, params.kind);
  return new Response(null, { status: 204 });
});
export const DELETE = endpoint(async (context, { params }) => {
  await stopTakeWork(context, params.id, params.kind);
  return new Response(null, { status: 204 });
});
