import { answer, readText } from '../../../server/http.ts';
import { logoFrom } from '../../../server/logo.ts';

/** Largest SVG that is read. */
const LARGEST_SVG = 500_000;

/** An SVG as the mark that the overlay draws; `?name=` of its file. Nothing is kept. */
export const POST = answer('readLogo', async (_, { request, url }) =>
  logoFrom(await readText(request, LARGEST_SVG), url.searchParams.get('name') ?? 'mark'),
);
