// Plain http on a workshop network under any of the machine's names: the adapter's ORIGIN can hold only one, and
// without it every request counts as https. Say "http" ourselves and take the host from the Host header.
import { createServer } from 'node:http';

process.env['PROTOCOL_HEADER'] ??= 'x-forwarded-proto';
process.env['BODY_SIZE_LIMIT'] ??= '40M';
const { handler } = await import('./build/handler.js'); // reads the environment when it is loaded

const behindProxy = process.env['BADGER_BEHIND_PROXY'] === '1';
const server = createServer((request, response) => {
  if (!behindProxy) request.headers['x-forwarded-proto'] = 'http';
  handler(request, response, () => {
    response.statusCode = 404;
    response.end('Not found');
  });
});
const port = Number(process.env['PORT'] ?? 3000);
server.on('error', (error) => {
  console.error(error.message);
  process.exit(1);
});
server.listen(port, process.env['HOST'] ?? '127.0.0.1', () => console.log(`listening on ${port}`));

let going = false;
/** Asks the application first: it comes back when nothing that must not be broken off is running. */
function stop() {
  if (going) return;
  going = true;
  const close = () => {
    server.close(() => process.emit('sveltekit:shutdown', 'SIGTERM'));
    server.closeIdleConnections();
    setInterval(() => server.closeIdleConnections(), 200).unref();
    setTimeout(() => server.closeAllConnections(), 3000).unref();
    setTimeout(() => process.exit(0), 9000).unref();
  };
  if (!process.emit('badger:before-stop', close)) close();
}
process.on('SIGTERM', stop).on('SIGINT', stop);
