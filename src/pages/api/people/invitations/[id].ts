import { endpoint, jsonResponse } from '../../../../server/http.ts';
import { peopleOf, takeBackInvitation } from '../../../../server/people.ts';

export const DELETE = endpoint(async (context, { params }) => {
  await takeBackInvitation(context, params.id);
  return jsonResponse(await peopleOf(context));
});
