import { request as httpRequest } from 'node:http';
import { connect } from 'node:net';
import type { ErrorBody } from '../contracts/errors.js';

/** What a stranger sends that no client of ours would. */

/** Sends bytes as they are and answers all that comes back until the connection ends. */
export function sendRaw(port: number, parts: string[]): Promise<string> {
  return new Promise((resolve) => {
    const socket = connect(port, '127.0.0.1');
    let said = '';
    socket.on('data', (chunk) => (said += chunk.toString()));
    socket.on('error', () => {});
    socket.on('close', () => resolve(said));
    for (const part of parts) socket.write(part);
  });
}

export interface Sent {
  status: number;
  headers: Record<string, string | string[] | undefined>;
  body: ErrorBody & Record<string, unknown>;
}

/** A request with any header, also such as only browsers may send. An answer that is cut off fails. */
export function sendWith(
  port: number,
  [method, path]: [method: string, path: string],
  headers: Record<string, string>,
  body?: string,
): Promise<Sent> {
  return new Promise((resolve, reject) => {
    const asked = httpRequest({ port, host: '127.0.0.1', method, path, headers }, (answer) => {
      let text = '';
      answer.on('data', (chunk) => (text += chunk));
      answer.on('error', reject);
      answer.on('end', () => resolve({ status: answer.statusCode!, headers: answer.headers, body: text ? JSON.parse(text) : null })); // prettier-ignore
    });
    asked.on('error', reject);
    asked.end(body);
  });
}
