import type { FastifyRequest } from 'fastify';
import type { Person, Role } from '../../contracts/shop.js';
import { Failure } from '../failure.js';
import type { Sessions } from '../services/sessions.js';

export const COOKIE = 'utex_session';

/** The token of a request: the bearer's, else the cookie's. */
export function tokenOf(request: FastifyRequest): string | null {
  const bearer = /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1];
  return bearer ?? request.cookies[COOKIE] ?? null;
}

/** Who sends this request, if the role allows it. @throws Failure session.missing, role.not-allowed */
export type Guard = (request: FastifyRequest, ...roles: Role[]) => Promise<Person>;

/** Roles are enforced here, on the server; screens only hide what would be refused. */
export function makeGuard(sessions: Sessions): Guard {
  return async (request, ...roles) => {
    const token = tokenOf(request);
    const person = token ? await sessions.find(token) : null;
    if (!person) throw new Failure('session.missing');
    if (roles.length > 0 && !roles.includes(person.role)) throw new Failure('role.not-allowed');
    return person;
  };
}
