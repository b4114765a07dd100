import { describe, expect, it } from 'vitest';
import { isDatabaseAway } from './away.ts';

// Codes: PostgreSQL documentation, appendix A (class 08, 53300, class 57P).
describe('a database that is away', () => {
  it.each([
    { code: '57P01', message: 'terminating connection due to administrator command' },
    { code: '57P03', message: 'the database system is starting up' },
    { code: '08006' },
    { code: 'ECONNREFUSED' },
    new Error('Connection terminated unexpectedly'),
    new Error('Client has encountered a connection error and is not queryable'),
  ])('is told from what is wrong %#', (error) => expect(isDatabaseAway(error)).toBe(true));
  it.each([{ code: '23505' }, { code: '22P05' }, new Error('no'), null, undefined, 'ECONNREFUSED'])(
    'is not what is wrong itself %#',
    (error) => expect(isDatabaseAway(error)).toBe(false),
  );
});
