import { problemResponse } from './respond.ts';

const PAGE = `<!doctype html>
<html lang="en">
  <head>
    <meta charset="utf-8" />
    <meta name="viewport" content="width=device-width" />
    <meta http-equiv="refresh" content="3" />
    <title>The database is away</title>
  </head>
  <body>
    <main>
      <h1>The database is away</h1>
      <p>It is being started again. What runs on the bench goes on, and is stored when it is back.</p>
      <p>This page tries again by itself.</p>
    </main>
  </body>
</html>
`;

/** What is answered while the database does not: in words on a page, as a problem to a program. */
export function awayResponse(path: string): Response {
  if (path.startsWith('/api/')) return problemResponse({ code: 'database.link.away', params: {} });
  return new Response(PAGE, {
    status: 503,
    headers: { 'content-type': 'text/html; charset=utf-8', 'retry-after': '3' }
  });
}
