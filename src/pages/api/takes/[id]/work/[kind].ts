import { answer } from '../../../../../server/http.ts';
import { askTakeWork, stopTakeWork } from '../../../../../server/take-work.ts';

export const POST = answer('askWork', async (context, { params }) => {
  await askTakeWork(context, params.id, params.kind);
});
export const DELETE = answer('stopWork', async (context, { params }) => {
  await stopTakeWork(context, params.id, params.kind);
});
