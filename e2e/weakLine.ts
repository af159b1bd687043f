import { createServer, request, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo, Socket } from 'node:net';

/** A way to the application that can be cut and mended, as a network that drops: browsers take no line that they have for lost. */
export async function weakLine(to: string) {
  const { hostname, port } = new URL(to);
  const sockets = new Set<Socket>();
  const answers = new Map<ServerResponse, IncomingMessage>();
  const relay = createServer((asked, answer) => {
    const { method = 'GET', url: path = '/' } = asked;
    const headers = { ...asked.headers, host: `${hostname}:${port}` };
    // The page is the application's own, by another way.
    if (headers.origin) headers.origin = to;
    const far = request({ hostname, port, method, path, headers }, (found: IncomingMessage) => {
      answer.writeHead(found.statusCode ?? 502, found.headers);
      // What is told piece by piece goes on at once.
      answer.flushHeaders();
      found.pipe(answer);
      answers.set(answer, found);
    });
    far.on('error', () => answer.destroy());
    answer.on('close', () => {
      answers.delete(answer);
      far.destroy();
    });
    asked.pipe(far);
  });
  relay.on('connection', (socket: Socket) => {
    sockets.add(socket);
    socket.on('close', () => sockets.delete(socket));
  });
  const listen = (at: number) =>
    new Promise<void>((resolve) => relay.listen(at, '127.0.0.1', () => resolve()));
  await listen(0);
  const { port: own } = relay.address() as AddressInfo;
  const cut = () => {
    relay.close();
    for (const socket of sockets) socket.destroy();
  };
  /** What is under way gets no further, and nobody is told: as while a phone sleeps. What is asked from now on is answered. */
  const freeze = () => {
    for (const [answer, found] of answers) found.unpipe(answer);
  };
  return { freeze, url: `http://127.0.0.1:${own}`, cut, mend: () => listen(own) };
}
