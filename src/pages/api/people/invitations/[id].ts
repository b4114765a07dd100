import { answer } from '../../../../server/http.ts';
import { peopleOf, takeBackInvitation } from '../../../../server/people.ts';

export const DELETE = answer('takeBackInvitation', async (context, { params }) => {
  await takeBackInvitation(context, params.id);
  return peopleOf(context);
});
