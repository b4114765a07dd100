import { attachment, endpoint } from '../../../../server/http.ts';
import { certificatePdf } from '../../../../server/kit.ts';

export const GET = endpoint(async (context, { params }) => {
  const { pdf, title } = await certificatePdf(context, params.id);
  return attachment(pdf, `${title}.certificate.pdf`, 'application/pdf');
});
