import type { Cookies } from '@sveltejs/kit';
import { COOKIE, SESSION_DAYS } from '../services/shop/people.ts';

/** Puts the token of a session into the browser, out of reach of scripts and of other sites. */
export function setSessionCookie(cookies: Cookies, url: URL, token: string): void {
  cookies.set(COOKIE, token, {
    path: '/',
    httpOnly: true,
    sameSite: 'lax',
    secure: url.protocol === 'https:',
    maxAge: SESSION_DAYS * 86_400
  });
}
