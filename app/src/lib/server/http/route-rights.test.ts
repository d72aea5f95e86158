import { readdirSync, readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { RIGHTS } from '@badger/core/rights/rights';
import { checkRoute, rightOf, ROUTE_RIGHTS } from './route-rights.ts';

const ROUTES = new URL('../../../routes/', import.meta.url);

/** Every method that a file of the router answers, as `METHOD /route`. */
function answeredBy(file: string): string[] {
  const route = `/${file.split('/').slice(0, -1).join('/')}`;
  if (file.endsWith('+page.svelte')) return [`GET ${route}`];
  if (!file.endsWith('server.ts')) return [];
  const source = readFileSync(new URL(file, ROUTES), 'utf8');
  if (file.endsWith('+page.server.ts'))
    return /export const actions/.test(source)
      ? [`POST ${route}`, `GET ${route}`]
      : [`GET ${route}`];
  if (!file.endsWith('+server.ts')) return [];
  return [...source.matchAll(/export (?:const|async function|function) ([A-Z]+)\b/g)].map(
    ([, method]) => `${method} ${route}`
  );
}

const answered = new Set(
  readdirSync(ROUTES, { recursive: true, encoding: 'utf8' }).flatMap(answeredBy)
);

describe('the table of rights at the door', () => {
  it('has an entry for every route and action, and none for what is not there', () => {
    expect(answered.size).toBeGreaterThan(60);
    expect([...answered].filter((a) => ROUTE_RIGHTS[a] === undefined)).toEqual([]);
    expect(Object.keys(ROUTE_RIGHTS).filter((a) => !answered.has(a))).toEqual([]);
  });

  it('opens only signing in and setting up to strangers', () => {
    const open = Object.entries(ROUTE_RIGHTS).filter(([, right]) => right === 'open');
    expect(open.map(([address]) => address)).toEqual([
      'GET /fit/[id]/[mac]',
      'POST /fit/[id]/[mac]',
      'GET /set-up',
      'POST /set-up',
      'GET /sign-in',
      'POST /sign-in'
    ]);
  });

  it('asks for more than a look at pages wherever something is changed or taken out', () => {
    const changing = Object.entries(ROUTE_RIGHTS).filter(([a]) => a.startsWith('POST /api'));
    expect(changing.filter(([, right]) => right === 'pages.see')).toEqual([]);
    for (const [, right] of changing) expect(Object.keys(RIGHTS)).toContain(right);
  });

  it('refuses what has no entry, to a lead too', () => {
    const unlisted = { method: 'DELETE', routeId: '/api/jobs' };
    expect(checkRoute(unlisted, 'lead')).toMatchObject({
      problem: { code: 'request.route.unlisted' }
    });
    expect(rightOf('HEAD', '/jobs')).toBe('pages.see');
  });
});
