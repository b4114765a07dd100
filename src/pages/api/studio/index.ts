import { answer } from '../../../server/http.ts';
import { getStudio } from '../../../server/studio.ts';

export const GET = answer('studio', (context) => getStudio(context));
