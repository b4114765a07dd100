import { inTransaction } from '../db/pool.ts';
import { studioNamed } from '../db/people-sql.ts';
import { HOME_STUDIO, inStudio } from '../db/studio-scope.ts';
import { openContext } from '../server/context.ts';
import { settingsFrom } from '../server/settings.ts';
import { invite } from '../server/people.ts';

/** Invites an owner into a studio, which is made where there is none of this name: people.mjs ADDRESS [STUDIO]. */
const [email = '', studio] = process.argv.slice(2);
const context = openContext(settingsFrom(process.env));
try {
  const studioId =
    studio === undefined ? HOME_STUDIO : await inTransaction(context.pool, (db) => studioNamed(db, studio));
  const path = await inStudio({ studioId, personId: null }, () => invite(context, { email, role: 'owner' }));
  process.stdout.write(`${path}\n`);
} catch (error) {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exitCode = 1;
} finally {
  await context.pool.end();
}
