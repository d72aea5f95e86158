import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** Turns between day bench and night bench; kept in a cookie so that the first paint is right. */
export const POST: RequestHandler = ({ cookies, locals, url }) => {
  const theme = locals.theme === 'night' ? 'day' : 'night';
  cookies.set('theme', theme, {
    path: '/',
    maxAge: 31_536_000,
    sameSite: 'lax',
    secure: url.protocol === 'https:'
  });
  return json({ theme });
};
