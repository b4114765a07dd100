import { attachment, endpoint } from '../../../../server/http.ts';
import { exportKit } from '../../../../server/deliver.ts';

export const GET = endpoint(async (context, { params }) => {
  const { zip, title } = await exportKit(context, params.id);
  return attachment(zip, `${title}.kit.zip`, 'application/zip');
});
