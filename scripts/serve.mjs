// The production server: the framework's handler behind a check of each request's first lines. `node scripts/serve.mjs
// PORT`.
import { createServer, IncomingMessage } from 'node:http';
import next from 'next';
import { root } from './prepare.mjs';

const host = '127.0.0.1';
const port = Number(process.argv[2]);
/** In bytes. A walk stands in the address, and may be long. */
const mostHeaders = 256 * 1024;
const methods = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS'];
/** In bytes: the framework's limit (next.config.ts), above the limit of every handler. */
const mostBody = 25 * 1024 * 1024;
/** Time for unfinished requests when the server is told to end, in milliseconds. */
const grace = 3000;

/** Methods of pages. */
const methodsOfPages = ['GET', 'HEAD'];

/** The problem of a malformed request: status, title, a sentence, the allowed methods; null without a problem. */
function misfit({ method, url, rawHeaders }) {
  if (!methods.includes(method)) return notAllowed('This server', methods);
  if (!url.startsWith('/')) return [400, 'Bad address', 'An address here begins with a slash.'];
  if (rawHeaders.filter((name, index) => index % 2 === 0 && name.toLowerCase() === 'host').length !== 1)
    return [400, 'Bad request', 'A request names one host.'];
  try {
    decodeURIComponent(url.split('?', 1)[0]);
  } catch {
    return [400, 'Bad address', 'The address has a percent sign that escapes nothing.'];
  }
  if (!url.startsWith('/api/') && !methodsOfPages.includes(method)) return notAllowed('A page', methodsOfPages);
  return null;
}

const notAllowed = (what, allowed) => [405, 'Method not allowed', `${what} answers ${allowed.join(', ')}.`, allowed];

/** A problem document (RFC 9457). */
function refuse(response, [status, title, detail, allowed]) {
  response.writeHead(status, {
    'content-type': 'application/problem+json',
    'cache-control': 'no-store',
    'x-content-type-options': 'nosniff',
    connection: 'close',
    ...(allowed && { allow: allowed.join(', ') }),
  });
  response.end(JSON.stringify({ type: 'about:blank', title, status, detail }));
}

/**
 * A copy of a request with its whole body; null if the body is too large. Never resolves if the sender goes away half
 * way, and ignores a sender that goes away later: the framework would log either as an error of its own.
 */
function withBody(request) {
  const chunks = [];
  let bytes = 0;
  request.on('data', (chunk) => {
    bytes += chunk.length;
    if (bytes <= mostBody) chunks.push(chunk);
    else chunks.length = 0;
  });
  return new Promise((resolve) =>
    request.on('end', () => {
      if (bytes > mostBody) return resolve(null);
      const whole = new IncomingMessage(request.socket);
      for (const key of [
        'method',
        'url',
        'headers',
        'rawHeaders',
        'httpVersion',
        'httpVersionMajor',
        'httpVersionMinor',
      ])
        whole[key] = request[key];
      whole.complete = true;
      for (const chunk of chunks) whole.push(chunk);
      whole.push(null);
      resolve(whole);
    }),
  );
}

const tooLarge = [413, 'Too large', 'A request may be 25 MiB at most. Nothing was saved.'];

const app = next({ dev: false, dir: root, hostname: host, port });
const server = createServer({ maxHeaderSize: mostHeaders });

let ending = false;
/** Ends all: takes no new requests, closes the database, and drops the connections that are left. */
async function end() {
  if (ending) return;
  ending = true;
  const closed = new Promise((resolve) => server.close(resolve));
  server.closeIdleConnections();
  setTimeout(() => server.closeAllConnections(), grace).unref();
  await closed;
  // The handlers keep their open stores where this process can find them (src/server/plans.ts).
  const stores = await globalThis.andanteStores?.catch(() => null);
  await stores?.close();
  process.exit(0);
}
for (const signal of ['SIGTERM', 'SIGINT']) process.on(signal, () => void end());

await app.prepare();
const answer = app.getRequestHandler();
server.on('request', (request, response) => {
  request.on('error', () => {});
  const wrong = misfit(request);
  if (wrong) refuse(response, wrong);
  else void withBody(request).then((whole) => (whole ? answer(whole, response) : refuse(response, tooLarge)));
});
// This server is no way to others.
server.on('connect', (_request, socket) =>
  socket.end(
    [
      'HTTP/1.1 405 Method Not Allowed',
      `allow: ${methods.join(', ')}`,
      'connection: close',
      'content-length: 0',
      '',
      '',
    ].join('\r\n'),
  ),
);
server.on('clientError', (_error, socket) => {
  if (socket.writable) socket.end('HTTP/1.1 400 Bad Request\r\nconnection: close\r\ncontent-length: 0\r\n\r\n');
});
server.listen(port, host);
