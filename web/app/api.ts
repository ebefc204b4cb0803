import type { ApiAnswer, ApiBody, ApiKey, ApiParams, ApiQuery } from '../../contracts/api.js';
import type { ErrorBody, Issue } from '../../contracts/errors.js';
import { newId } from './new-id.js';

/** What the server refused, or (`status` 0) that it could not be reached. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly issues: Issue[] = [],
  ) {
    super(message);
  }
}

/** Said by the whole app when a session has run out. */
let onSignedOut = () => {};
export function whenSignedOut(act: () => void): void {
  onSignedOut = act;
}

type Given<Part> = [Part] extends [undefined] ? never : Part;
/** What an address of the contract is asked with. */
export interface Asked<Key extends ApiKey> {
  params?: Given<ApiParams<Key>>;
  query?: Partial<Given<ApiQuery<Key>>>;
  body?: Given<ApiBody<Key>>;
  /** Ends the question where nobody waits for its answer any more. */
  signal?: AbortSignal;
}

/** The address with its parameters filled in. */
function pathOf(template: string, params: Record<string, unknown> = {}, query: Record<string, unknown> = {}): string {
  const path = template.replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(String(params[name])));
  const search = new URLSearchParams(Object.entries(query).map(([name, value]) => [name, String(value)]));
  return search.size > 0 ? `${path}?${search}` : path;
}

/** Asks an address of the contract and answers its JSON. @throws ApiError */
export async function ask<Key extends ApiKey>(key: Key, asked: Asked<Key> = {}): Promise<ApiAnswer<Key>> {
  const [method, template] = key.split(' ');
  return send(method, pathOf(template, asked.params, asked.query), asked.body, asked.signal);
}

/** Acts that were sent and never answered, by what they were: sent again, they go under the same id. */
const unanswered = new Map<string, string>();

/**
 * Does an act that the server keeps: as `ask`, under an id of its own. Where no answer came, the same act done again is
 * the same act, and the server keeps it once. @throws ApiError
 */
export async function act<Key extends ApiKey>(
  key: Key,
  asked: Omit<Asked<Key>, 'body'> & { body: Omit<NonNullable<Given<ApiBody<Key>>>, 'id'> },
): Promise<ApiAnswer<Key>> {
  const what = JSON.stringify([key, asked]);
  const id = unanswered.get(what) ?? newId();
  unanswered.set(what, id);
  try {
    const body = { ...asked.body, id } as unknown as Given<ApiBody<Key>>;
    const answer = await ask(key, { ...asked, body } as Asked<Key>);
    unanswered.delete(what);
    return answer;
  } catch (error) {
    const answered = error instanceof ApiError && error.status > 0 && error.status < 500;
    if (answered) unanswered.delete(what);
    throw error;
  }
}

/** Hands in a file to be verified, byte for byte. @throws ApiError */
export const verifyFile = (file: Blob): Promise<ApiAnswer<'POST /api/verify'>> => send('POST', '/api/verify', file);

/** Sends a picture taken at a place of an engine, as its file is. @throws ApiError */
export const sendPicture = (
  engineId: string,
  query: Given<ApiQuery<'POST /api/engines/:id/pictures'>>,
  file: Blob,
): Promise<ApiAnswer<'POST /api/engines/:id/pictures'>> =>
  send('POST', pathOf('/api/engines/:id/pictures', { id: engineId }, query), file);

/** Sends a picture for the head of the shop's records, as its file is. @throws ApiError */
export const sendLetterhead = (file: Blob): Promise<ApiAnswer<'POST /api/shop/letterhead'>> =>
  send('POST', '/api/shop/letterhead', file);

async function send<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  const file = body instanceof Blob;
  let response: Response;
  try {
    response = await fetch(path, {
      method,
      headers: body === undefined ? {} : { 'content-type': file ? 'application/octet-stream' : 'application/json' },
      body: body === undefined ? undefined : file ? body : JSON.stringify(body),
      signal,
    });
  } catch {
    throw new ApiError(0, 'unreachable', 'The server cannot be reached.');
  }
  const text = await response.text();
  let answer: unknown;
  try {
    answer = text === '' ? null : JSON.parse(text);
  } catch {
    throw new ApiError(response.status, 'unreadable', 'The server’s answer cannot be read.');
  }
  if (response.ok) return answer as T;
  const { error } = answer as ErrorBody;
  if (error.code === 'session.missing') onSignedOut();
  throw new ApiError(response.status, error.code, error.message, error.issues);
}

/** An error in one sentence, with the first field that it names. */
export function sayError(error: unknown): string {
  if (!(error instanceof ApiError)) return String(error);
  const [first] = error.issues;
  return first ? `${error.message} ${first.path}: ${first.message}.` : error.message;
}

/** What an error says besides the fields that it names; null where they say all of it. */
export function sayFailure(error: unknown): string | null {
  if (!(error instanceof ApiError)) return String(error);
  return error.code === 'request.invalid' && error.issues.length > 0 ? null : error.message;
}

/** How many fields of a form are wrong, each once however much is wrong with it; which ones, they say themselves. */
export function sayFields(wrong: string[]): string {
  const count = new Set(wrong).size;
  return count === 1 ? '1 field is not as it must be.' : `${count} fields are not as they must be.`;
}
