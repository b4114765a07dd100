// Builds what has changed: npm run build.
import { fileURLToPath } from 'node:url';
import { needBuild } from './lib/build.mjs';
import { main } from './lib/say.mjs';

await main(() => needBuild(fileURLToPath(new URL('..', import.meta.url)).replace(/\/$/, '')));
