import pg from 'pg';

/** Starts the program as it ships, on a database of its own with the demo loaded; returns what ends it. */
export default async function start(): Promise<() => Promise<void>> {
  const { runSetup, startService } = await import('../../scripts/lib/services.mjs');
  const url = process.env.EUPHON_TEST_DATABASE;
  if (url === undefined || url === '')
    throw new Error('Run the tests with npm test: it starts the database they need.');
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  await client.query('DROP DATABASE IF EXISTS euphon_e2e');
  await client.query('CREATE DATABASE euphon_e2e');
  await client.end();
  const env = {
    DATABASE_URL: url.replace(/\/[^/]*$/, '/euphon_e2e'),
    EUPHON_DATA: `${process.env.EUPHON_DATA}/e2e`,
    EUPHON_PORT: process.env.EUPHON_TEST_PORT ?? '46800',
    EUPHON_CHECK_ANSWERS: 'on',
  };
  runSetup(process.cwd(), env);
  const services = await Promise.all(
    ['server', 'worker'].map((name) => startService(process.cwd(), name, env, () => undefined)),
  );
  return async () => {
    await Promise.all(services.map((service) => service.stop()));
  };
}
