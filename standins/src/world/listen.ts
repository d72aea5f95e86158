import type { AddressInfo, Server, Socket } from 'node:net';

/** Listens on loopback; port 0 takes a free one. */
export function listen(server: Server, port = 0): Promise<number> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, '127.0.0.1', () => {
      server.off('error', reject);
      resolve((server.address() as AddressInfo).port);
    });
  });
}

/** Keeps a server's sockets so that closing it does not wait for the other side. */
export function trackSockets(server: Server): () => void {
  const open = new Set<Socket>();
  server.on('connection', (socket: Socket) => {
    open.add(socket);
    socket.on('close', () => open.delete(socket));
    socket.on('error', () => socket.destroy());
  });
  return () => {
    server.close();
    for (const socket of open) socket.destroy();
  };
}
