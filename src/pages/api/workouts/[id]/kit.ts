import { attachment, endpoint } from '../../../../server/http.ts';
import { exportFiles } from '../../../../server/kit.ts';

export const GET = endpoint(async (context, { params }) => {
  const { zip, title } = await exportFiles(context, params.id);
  return attachment(zip, `${title}.files.zip`, 'application/zip');
});
