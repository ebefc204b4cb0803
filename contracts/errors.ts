import type { ZodError } from 'zod';

/**
 * Every error that the server answers, by code. The table in docs/formats.md lists the same codes; a test holds the
 * two against each other.
 */
export const ERRORS = {
  'request.malformed': { status: 400, message: 'The request is not readable as JSON.' },
  'request.invalid': { status: 422, message: 'Some fields are not as they must be.' },
  'request.too-large': { status: 413, message: 'The request is larger than this address takes.' },
  'request.too-many': { status: 429, message: 'Too many requests. Wait a minute.' },
  'request.cut-off': { status: 400, message: 'The request ended before it was whole. Nothing was saved.' },
  'request.too-slow': { status: 408, message: 'The request took too long to arrive. Nothing was saved.' },
  'request.address-too-long': { status: 414, message: 'The address of the request is too long.' },
  'request.expectation': { status: 417, message: 'The request expects what this server does not do.' },
  'request.headers-too-large': { status: 431, message: 'The headers of the request are too large.' },
  'request.from-elsewhere': { status: 403, message: 'A page of another address may not do this in your name.' },
  'request.media-type': { status: 415, message: 'This address does not take that kind of content.' },
  'route.not-found': { status: 404, message: 'There is nothing at this address.' },
  'session.missing': { status: 401, message: 'Sign in first.' },
  'session.wrong-pin': { status: 401, message: 'Handle and PIN do not belong together.' },
  'session.too-many-tries': { status: 429, message: 'Too many wrong PINs. Wait ten minutes.' },
  'role.not-allowed': { status: 403, message: 'Your role may not do this.' },
  'shop.already-open': { status: 409, message: 'This shop already has its owner.' },
  'person.handle-taken': { status: 409, message: 'Somebody already has this handle.' },
  'person.not-found': { status: 404, message: 'There is nobody of this handle.' },
  'person.last-owner': { status: 409, message: 'A shop has at least one owner. Make somebody else the owner first.' },
  'backup.not-found': { status: 404, message: 'There is no such backup.' },
  'engine.not-found': { status: 404, message: 'There is no such engine.' },
  'engine.tag-taken': { status: 409, message: 'Another engine already has this tag.' },
  'engine.here-already': { status: 409, message: 'This engine is in the shop already.' },
  'engine.lead-only': {
    status: 403,
    message: 'Readings would stand or count otherwise. Only the lead or the owner changes that.',
  },
  'engine.reason-needed': { status: 422, message: 'Readings would stand or count otherwise. Give a reason.' },
  'engine.places-gone': {
    status: 409,
    message: 'Readings stand at places that would be gone. Strike or move them first.',
  },
  'engine.not-in-work': { status: 409, message: 'This engine is closed or struck. Take it up again first.' },
  'engine.life-same': { status: 409, message: 'The engine stands so already.' },
  'gate.incomplete': {
    status: 409,
    message: 'Something is lacking. Say why it is closed all the same, or do it first.',
  },
  'gate.closed': { status: 409, message: 'This gate is closed already.' },
  'gate.open': { status: 409, message: 'This gate is open.' },
  'customer.not-found': { status: 422, message: 'There is no such customer in the book.' },
  'engine.impossible': { status: 422, message: 'An engine like this cannot exist.' },
  'spec-set.not-found': { status: 422, message: 'There is no such spec set.' },
  'spec-set.id-taken': { status: 409, message: 'The shop already has a spec set of this name.' },
  'spec-set.moved-on': { status: 409, message: 'Somebody issued another version meanwhile. Look at it first.' },
  'spec-set.impossible': { status: 422, message: 'By these limits nothing could be judged.' },
  'spec-set.same': { status: 409, message: 'The engine is judged by this version already.' },
  'reading.unknown-measure': { status: 422, message: 'There is no such measure.' },
  'reading.unknown-place': { status: 422, message: 'This engine has no such place for this measure.' },
  'reading.unknown-unit': { status: 422, message: 'This unit is unknown, or not one of this measure.' },
  'reading.wrong-lifter': { status: 422, message: 'This engine’s lifters have no such value.' },
  'reading.wrong-at': { status: 422, message: 'This measure is not taken at that.' },
  'reading.not-a-number': { status: 422, message: 'What was typed is no number.' },
  'reading.impossible': { status: 422, message: 'This cannot be, given what was read before it.' },
  'reading.contradicts': { status: 422, message: 'The value does not follow from what was typed.' },
  'reading.unknown-supersedes': { status: 422, message: 'The reading to be replaced is not one of this place.' },
  'paper.unknown-kind': { status: 404, message: 'There is no such kind of paper.' },
  'part.not-found': { status: 404, message: 'There is no such part, line, order or supplier.' },
  'part.id-taken': { status: 409, message: 'Another line already has this id.' },
  'part.moved-on': { status: 409, message: 'Somebody was faster: the line stands otherwise by now.' },
  'part.no-such-step': { status: 422, message: 'This cannot become of the line as it stands.' },
  'part.not-on-shelf': { status: 409, message: 'There are not so many on the shelf. Count it first.' },
  'sweep.unknown-place': { status: 422, message: 'This engine has no such valve.' },
  'check.not-asked': { status: 409, message: 'No gate of this engine asks for this measure.' },
  'strike.no-reading': { status: 404, message: 'This engine has no such reading.' },
  'strike.already': { status: 409, message: 'This reading is struck already.' },
  'reading.id-taken': { status: 409, message: 'Another reading already has this id.' },
  'disposition.nothing-to-decide': { status: 409, message: 'Nothing is out of limits or missing here.' },
  'disposition.lead-only': { status: 403, message: 'Accepting is for the lead or the owner.' },
  'disposition.needs-reading': {
    status: 409,
    message: 'Nothing was measured here yet; it can only be accepted as missing.',
  },
  'hint.not-there': { status: 409, message: 'Nothing of the kind is odd about this reading, or no longer.' },
  'act.id-taken': { status: 409, message: 'Another act already has this id.' },
  'clock.behind': {
    status: 409,
    message: 'The server’s clock stands before what was already written down. Set it right, then sign.',
  },
  'record.too-large': {
    status: 409,
    message: 'The record would be larger than anybody could verify here. Nothing was signed.',
  },
  'record.not-found': { status: 404, message: 'There is no such record.' },
  'record.flag-open': { status: 409, message: 'A value out of its limits is not dealt with.' },
  'record.missing': { status: 409, message: 'Something required was not measured and is not accepted as missing.' },
  'record.second-person': {
    status: 403,
    message: 'You measured or accepted something on this engine; the shop has somebody else sign it.',
  },
  'keys.certificate': { status: 422, message: 'This certificate cannot sign the shop’s records.' },
  'picture.unreadable': { status: 422, message: 'This is no picture that can be read: a JPEG, PNG or WebP is.' },
  'picture.unknown-place': { status: 422, message: 'This engine has no such place.' },
  'picture.not-found': { status: 404, message: 'There is no such picture.' },
  'calc.impossible': { status: 422, message: 'This cannot be computed.' },
  'work.too-long': { status: 503, message: 'This took longer than it may and was stopped. Nothing was saved.' },
  'server.busy': { status: 503, message: 'Too much is waiting already. Nothing was saved; try again in a moment.' },
  'server.cannot-write': {
    status: 503,
    message: 'The server cannot write to its disk. Nothing was saved; what was typed stays on this device.',
  },
  'server.no-answer': {
    status: 503,
    message: 'The database does not answer. It may or may not be saved: send the same again in a moment.',
  },
  'server.failed': { status: 500, message: 'Something failed on our side. Nothing was saved.' },
} as const satisfies Record<string, { status: number; message: string }>;

export type ErrorCode = keyof typeof ERRORS;

/** One field that is wrong, by its path in the request: `readings.0.place`. */
export interface Issue {
  path: string;
  message: string;
}

/** What a schema refused, by its fields; nothing where it took it. */
export const issuesOf = (error: ZodError | undefined): Issue[] =>
  (error?.issues ?? []).map(({ path, message }) => ({ path: path.join('.'), message }));

export interface ErrorBody {
  error: {
    code: ErrorCode;
    message: string;
    /** The first of them, where there are very many. */
    issues: Issue[];
    /** How many there are, where not all are named. */
    issueCount?: number;
  };
}
