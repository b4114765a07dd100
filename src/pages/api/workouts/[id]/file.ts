import { attachment, endpoint } from '../../../../server/http.ts';
import { exportWorkoutFile } from '../../../../server/workout-file.ts';

/** The whole workout as one file, without its recordings. */
export const GET = endpoint(async (context, { params }) => {
  const { text, title } = await exportWorkoutFile(context, params.id);
  return attachment(text, `${title}.euphon.json`, 'application/json');
});
