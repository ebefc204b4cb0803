import { STATUS_CODES, type IncomingMessage, type ServerResponse } from 'node:http';
import type { Duplex } from 'node:stream';
import type { FastifyError } from 'fastify';
import helmet from 'helmet';
import { hasZodFastifySchemaValidationErrors } from 'fastify-type-provider-zod';
import type { ErrorCode } from '../../contracts/errors.js';
import { Failure } from '../failure.js';
import { NoAnswer } from '../store/database.js';
import { saysDiskIsFull } from '../store/disk.js';

/** Whatever is refused, at whatever depth, is answered in one shape and with the same headers. */

/** Fastify's and Node's own refusals, by their codes. */
const CODES: Record<string, ErrorCode> = {
  FST_ERR_CTP_BODY_TOO_LARGE: 'request.too-large',
  FST_ERR_CTP_INVALID_MEDIA_TYPE: 'request.media-type',
  FST_ERR_CTP_EMPTY_JSON_BODY: 'request.malformed',
  FST_ERR_CTP_INVALID_JSON_BODY: 'request.malformed',
  FST_ERR_CTP_INVALID_CONTENT_LENGTH: 'request.cut-off',
  FST_ERR_BAD_URL: 'request.malformed',
  FST_ERR_MAX_PARAM_LENGTH: 'request.address-too-long',
  ECONNRESET: 'request.cut-off',
  ERR_STREAM_PREMATURE_CLOSE: 'request.cut-off',
  HPE_INVALID_EOF_STATE: 'request.cut-off',
  HPE_HEADER_OVERFLOW: 'request.headers-too-large',
  ERR_HTTP_REQUEST_TIMEOUT: 'request.too-slow',
  HPE_CHUNK_EXTENSIONS_OVERFLOW: 'request.too-large',
};

/** Any error as a failure of the catalogue. What is not foreseen answers nothing of itself. */
export function asFailure(error: FastifyError): Failure {
  if (error instanceof Failure) return error;
  if (hasZodFastifySchemaValidationErrors(error)) {
    const issues = error.validation.map((issue) => ({
      path: issue.instancePath.split('/').filter(Boolean).join('.'),
      message: issue.message ?? 'is not as it must be',
    }));
    return new Failure('request.invalid', issues);
  }
  if (error instanceof NoAnswer) return new Failure('server.no-answer');
  if (saysDiskIsFull(error)) return new Failure('server.cannot-write');
  const known = CODES[error.code];
  if (known) return new Failure(known);
  if (error.statusCode === 429) return new Failure('request.too-many');
  if (error.statusCode === 414) return new Failure('request.address-too-long');
  if (error instanceof SyntaxError || error.statusCode === 400) return new Failure('request.malformed');
  return new Failure('server.failed');
}

/** The security headers of every answer: the same for all, so they are made once. */
function makeSecurityHeaders(): [name: string, value: string][] {
  const headers: [string, string][] = [];
  const response = {
    setHeader: (name: string, value: string) => headers.push([name, value]),
    removeHeader: () => {},
  } as unknown as ServerResponse;
  helmet({
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        // MUI's styling writes style elements while it runs.
        styleSrc: ["'self'", "'unsafe-inline'"],
        // A picture that only this device has yet is shown from its memory.
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'"],
        workerSrc: ["'self'"],
        objectSrc: ["'none'"],
        // A shop's own network speaks plain http; upgrading would lock everybody out.
        upgradeInsecureRequests: null,
      },
    },
    strictTransportSecurity: false,
  })({} as IncomingMessage, response, () => {});
  return headers;
}
const SECURITY_HEADERS = makeSecurityHeaders();

/** Puts the security headers on an answer. */
export function secure(response: ServerResponse): void {
  for (const [name, value] of SECURITY_HEADERS) response.setHeader(name, value);
}

const bodyOf = (failure: Failure) => JSON.stringify(failure.body());

/** Refuses where the framework has not begun with the request. */
export function refuse(response: ServerResponse, failure: Failure): void {
  secure(response);
  const body = bodyOf(failure);
  response.writeHead(failure.status, {
    'content-type': 'application/json',
    'content-length': Buffer.byteLength(body),
    'cache-control': 'no-store',
    connection: 'close',
  });
  response.end(body);
}

/** Refuses on a connection on which no request came about. */
export function refuseConnection(error: NodeJS.ErrnoException, socket: Duplex): void {
  if (error.code === 'ECONNRESET' || !socket.writable) return void socket.destroy();
  const failure = new Failure(CODES[error.code ?? ''] ?? 'request.malformed');
  const body = bodyOf(failure);
  const headers: [string, string][] = [
    ...SECURITY_HEADERS,
    ['content-type', 'application/json'],
    ['content-length', String(Buffer.byteLength(body))],
    ['cache-control', 'no-store'],
    ['connection', 'close'],
  ];
  const head = headers.map(([name, value]) => `${name}: ${value}\r\n`).join('');
  socket.end(`HTTP/1.1 ${failure.status} ${STATUS_CODES[failure.status]}\r\n${head}\r\n${body}`);
}
