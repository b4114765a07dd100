import { attachment, endpoint } from '../../../../../server/http.ts';
import { exportFile } from '../../../../../server/deliver.ts';

export const GET = endpoint(async (context, { params }) => {
  const { format, text, title } = await exportFile(context, params.id, params.format);
  return attachment(text, `${title}.${format.file}`, format.mime);
});
