import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { VARIABLES, settingsFrom } from './settings.ts';

const DATABASE_URL = 'postgres://euphon@127.0.0.1/euphon';
const said = (env: Record<string, string>) => {
  try {
    return settingsFrom({ DATABASE_URL, ...env });
  } catch (error) {
    return (error as Error).message;
  }
};

describe('settings from outside', () => {
  it('are the usual ones where nothing is set, or set to nothing', () => {
    const usual = {
      host: '127.0.0.1',
      port: 4680,
      origin: null,
      quotaBytes: null,
      leaseS: null,
      demo: true,
      checkAnswers: false,
    };
    expect(said({})).toMatchObject(usual);
    expect(said(Object.fromEntries(VARIABLES.filter((v) => v !== 'DATABASE_URL').map((v) => [v, ''])))).toMatchObject(
      usual,
    );
  });
  it('are taken as they are set', () => {
    expect(
      said({
        ...{ EUPHON_DATA: '/data', EUPHON_QUOTA_GB: '1.5', EUPHON_HOST: '0.0.0.0', EUPHON_PORT: '80' },
        ...{ EUPHON_ORIGIN: 'https://studio.example', EUPHON_LEASE_S: '0.5', EUPHON_DEMO: 'off', PATH: '/bin' },
        EUPHON_CHECK_ANSWERS: 'on',
      }),
    ).toEqual({
      ...{ databaseUrl: DATABASE_URL, dataFolder: '/data', quotaBytes: 1.5 * 2 ** 30, host: '0.0.0.0', port: 80 },
      ...{ origin: 'https://studio.example', leaseS: 0.5, demo: false, checkAnswers: true },
    });
  });
  it.each([
    [{ DATABASE_URL: '' }, 'DATABASE_URL is not set.'],
    [{ EUPHON_QUOTA_GB: 'much' }, 'EUPHON_QUOTA_GB is “much”; a number of gibibytes is wanted.'],
    [{ EUPHON_QUOTA_GB: '0' }, 'EUPHON_QUOTA_GB is “0”; a number of gibibytes is wanted.'],
    [{ EUPHON_PORT: '99999' }, 'EUPHON_PORT is “99999”'],
    [{ EUPHON_HOST: 'no host' }, 'EUPHON_HOST is “no host”'],
    [{ EUPHON_ORIGIN: 'studio' }, 'EUPHON_ORIGIN is “studio”; an address that begins with http'],
    [{ EUPHON_LEASE_S: '-1' }, 'EUPHON_LEASE_S is “-1”; seconds'],
    [{ EUPHON_DEMO: 'no' }, 'EUPHON_DEMO is “no”; “on” or “off” is wanted.'],
    [{ EUPHON_ACCOUNTS: 'yes' }, 'EUPHON_ACCOUNTS is “yes”; “on” or “off” is wanted.'],
  ])('%j is refused with a sentence', (env, sentence) => expect(said(env)).toContain(sentence));
  it('stand in .env.example, each of them', () => {
    const example = readFileSync(new URL('../../.env.example', import.meta.url), 'utf8');
    const listed = [...example.matchAll(/^# ([A-Z_]+)=/gm)].map((m) => m[1]);
    expect(listed.sort()).toEqual([...VARIABLES].sort());
  });
});
