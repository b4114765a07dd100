import { health } from '../server/health.ts';
import { endpoint, jsonResponse } from '../server/http.ts';

export const GET = endpoint(async (context) => {
  const found = await health(context);
  return jsonResponse(found, found.ok ? 200 : 503);
});
