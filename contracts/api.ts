import { z } from 'zod';
import { GATES } from '../core/plan/gates.js';
import { SIGN_OFFS } from '../core/plan/sign-offs.js';
import { actsAnswer, actsQuery, chainAnswer, chainQuery } from './act.js';
import { backupRequest, backupsAnswer } from './backup.js';
import { measuresAnswer, specSetSchema, specSetsAnswer, stageSchema } from './catalogue.js';
import { noteRequest, noteSchema, strikeRequest, strikeSchema } from './correction.js';
import { customerSchema, customersAnswer } from './customer.js';
import { calendarAnswer, dueAnswer } from './due.js';
import { engineFileAnswer } from './engine-file.js';
import {
  benchSchema,
  damperQuery,
  stopsAnswer,
  stopsQuery,
  hintAnswerRequest,
  hintAnswerSchema,
  moveBenchRequest,
  setAsideRequest,
  setAsideSchema,
  settingWayRequest,
  settingWaySchema,
  slackRoundRequest,
  slackRoundSchema,
} from './setting.js';
import { clayAnswer } from './clay.js';
import { timingAnswer } from './timing.js';
import { signOffSchema } from './sign-off.js';
import {
  changeEngineRequest,
  changeLifeRequest,
  engineAnswer,
  engineQuery,
  enginesAnswer,
  layoutsAnswer,
  newEngineSchema,
} from './engine.js';
import {
  closeGateRequest,
  forgottenAnswer,
  gateAnswer,
  onBenchRequest,
  onBenchSchema,
  openGateRequest,
  toldRequest,
  toldSchema,
  checkMovedSchema,
  moveCheckRequest,
} from './gate.js';
import { geometryAnswer, lengthsAnswer } from './geometry.js';
import { keysAnswer, newKeyRequest, ownCertificateRequest } from './keys.js';
import { camCardAnswer, camCardSchema } from './papers/cam-card.js';
import { postSweepSchema, sweepAnswer, sweepsAnswer } from './papers/lobe-sweep.js';
import {
  arrivedRequest,
  changeLineRequest,
  countRequest,
  enginePartsAnswer,
  linesAnswer,
  newLineRequest,
  newOrderRequest,
  orderSchema,
  partsAnswer,
  supplierSchema,
  writeItemsRequest,
  writeSupplierRequest,
} from './parts.js';
import { papersAnswer, paperSchema } from './papers/papers.js';
import {
  dispositionSchema,
  dispositionsAnswer,
  postDispositionSchema,
  postReadingsAnswer,
  postReadingsSchema,
  readingsAnswer,
  sheetAnswer,
} from './reading.js';
import { letterheadAnswer, pictureQuery, pictureSchema } from './picture.js';
import { exportAnswer, importRequest } from './engine-export.js';
import { jwksAnswer, jwsSchema, recordsAnswer, signAnswer, signRequest, verifyAnswer } from './record.js';
import {
  moveRequest,
  newSpecSetRequest,
  specSetChoice,
  specSetVersionsAnswer,
  verdictChangesAnswer,
} from './spec-set.js';
import { idSchema } from './text.js';
import { changeShopRequest } from './shop-data.js';
import { keptAnswer, promisesAnswer } from './promise.js';
import {
  changePersonAnswer,
  changePersonRequest,
  changePinRequest,
  healthAnswer,
  newPersonRequest,
  openShopRequest,
  peopleAnswer,
  personSchema,
  sessionAnswer,
  sessionRequest,
  shopAnswer,
} from './shop.js';

/** What one address takes and answers. */
export interface ApiRow {
  params?: z.ZodType;
  query?: z.ZodType;
  body?: z.ZodType;
  /** Left out where the answer is a file. */
  answer?: z.ZodType;
  /** 200 unless said otherwise. */
  status?: number;
}

/** Ids come in either case and have one inside; any other text is simply no engine or record that there is. */
const id = z.object({ id: z.string().toLowerCase() });
const gateParams = id.extend({ gate: z.enum(GATES, { error: `one of ${GATES.join(', ')}` }) });
const cautionsAnswer = z.object({ acknowledged: z.array(stageSchema) });
/** Of a line or an order of parts. */
const partId = idSchema;
/** Made by whoever files a paper: the same paper sent twice is one. */
const madeId = { id: idSchema.optional() };
const openApi = z.record(z.string(), z.unknown());

/**
 * Every address of the server, with its schemas: the server registers them from this table, the client takes its types
 * from it, and the OpenAPI document follows. The calculators stand in `CALCULATORS`, the kinds of papers in `PAPER_KINDS`.
 */
export const API = {
  'GET /api/health': { answer: healthAnswer },
  'GET /api/openapi.json': { answer: openApi },
  'GET /api/shop': { answer: shopAnswer },
  'POST /api/shop': { body: openShopRequest, answer: sessionAnswer, status: 201 },
  'GET /api/shop/data': { answer: changeShopRequest },
  'POST /api/shop/data': { body: changeShopRequest, answer: changeShopRequest },
  'GET /api/keys': { answer: keysAnswer },
  'POST /api/keys': { body: newKeyRequest, answer: keysAnswer },
  'POST /api/keys/certificate': { body: ownCertificateRequest, answer: keysAnswer },
  'POST /api/session': { body: sessionRequest, answer: sessionAnswer },
  'DELETE /api/session': { answer: z.null(), status: 204 },
  'GET /api/people': { answer: peopleAnswer },
  'POST /api/people': { body: newPersonRequest, answer: personSchema, status: 201 },
  'POST /api/people/:handle': {
    params: z.object({ handle: z.string().toLowerCase() }),
    body: changePersonRequest,
    answer: changePersonAnswer,
  },
  'POST /api/session/pin': { body: changePinRequest, answer: z.null(), status: 204 },
  'GET /api/backups': { answer: backupsAnswer },
  'POST /api/backups': { body: backupRequest, answer: backupsAnswer, status: 202 },
  'GET /api/backups/:name': { params: z.object({ name: z.string() }) },
  'GET /api/acts': { query: actsQuery, answer: actsAnswer },
  'GET /api/acts/chain': { query: chainQuery, answer: chainAnswer },
  'GET /api/customers': { answer: customersAnswer },
  'POST /api/customers': { body: customerSchema, answer: customerSchema },
  'GET /api/parts': { answer: partsAnswer },
  'GET /api/engines/:id/parts': { params: id, answer: enginePartsAnswer },
  'POST /api/parts/suppliers': { body: writeSupplierRequest, answer: supplierSchema, status: 201 },
  'POST /api/parts/items': { body: writeItemsRequest, answer: z.object({ written: z.number() }), status: 201 },
  'POST /api/parts/lines': { body: newLineRequest, answer: linesAnswer, status: 201 },
  'POST /api/parts/lines/:line': { params: z.object({ line: partId }), body: changeLineRequest, answer: linesAnswer },
  'POST /api/parts/orders': { body: newOrderRequest, answer: orderSchema, status: 201 },
  'POST /api/parts/orders/:order/arrived': {
    params: z.object({ order: partId }),
    body: arrivedRequest,
    answer: linesAnswer,
  },
  'GET /api/parts/orders/:order/order.pdf': { params: z.object({ order: partId }) },
  'GET /api/parts/orders/:order/order.csv': { params: z.object({ order: partId }) },
  'POST /api/parts/shelf': { body: countRequest, answer: z.object({ pieces: z.number() }), status: 201 },
  'GET /api/due': { answer: dueAnswer },
  'GET /api/calendar': { answer: calendarAnswer },
  'POST /api/calendar': { answer: calendarAnswer, status: 201 },
  'GET /api/calendar/:file': { params: z.object({ file: z.string() }) },
  'GET /api/layouts': { answer: layoutsAnswer },
  'GET /api/measures': { answer: measuresAnswer },
  'GET /api/spec-sets': { answer: specSetsAnswer },
  'POST /api/spec-sets': { body: newSpecSetRequest, answer: specSetSchema, status: 201 },
  'GET /api/spec-sets/:id': { params: z.object({ id: z.string() }), answer: specSetVersionsAnswer },
  'GET /api/engines': { query: engineQuery, answer: enginesAnswer },
  'POST /api/engines': { body: newEngineSchema, answer: z.object({ id: z.uuid() }), status: 201 },
  'POST /api/engines/import': { body: importRequest, answer: engineAnswer, status: 201 },
  'GET /api/engines/:id': { params: id, answer: engineAnswer },
  'POST /api/engines/:id': { params: id, body: changeEngineRequest, answer: engineAnswer },
  'POST /api/engines/:id/life': { params: id, body: changeLifeRequest, answer: engineAnswer },
  'GET /api/engines/:id/spec-set': { params: id, query: specSetChoice, answer: verdictChangesAnswer },
  'POST /api/engines/:id/spec-set': { params: id, body: moveRequest, answer: engineAnswer },
  'GET /api/engines/:id/file': { params: id, answer: engineFileAnswer },
  'GET /api/engines/:id/readings': { params: id, answer: readingsAnswer },
  'POST /api/engines/:id/readings': { params: id, body: postReadingsSchema, answer: postReadingsAnswer },
  'GET /api/engines/:id/lengths': { params: id, answer: lengthsAnswer },
  'GET /api/engines/:id/clay': { params: id, answer: clayAnswer },
  'GET /api/engines/:id/timing': { params: id, answer: timingAnswer },
  'GET /api/engines/:id/geometry': { params: id, answer: geometryAnswer },
  'GET /api/engines/:id/sheet': { params: id, answer: sheetAnswer },
  'GET /api/engines/:id/dispositions': { params: id, answer: dispositionsAnswer },
  'POST /api/engines/:id/dispositions': {
    params: id,
    body: postDispositionSchema,
    answer: dispositionSchema,
    status: 201,
  },
  'GET /api/engines/:id/cautions': { params: id, answer: cautionsAnswer },
  'POST /api/engines/:id/cautions': { params: id, body: z.object({ stage: stageSchema }), answer: cautionsAnswer },
  'POST /api/engines/:id/sign-offs/:what': {
    params: id.extend({ what: z.enum(SIGN_OFFS, { error: `one of ${SIGN_OFFS.join(', ')}` }) }),
    body: z.object(madeId).nullish(),
    answer: signOffSchema,
    status: 201,
  },
  'POST /api/engines/:id/gates/:gate': {
    params: gateParams,
    body: closeGateRequest.nullish(),
    answer: gateAnswer,
    status: 201,
  },
  'POST /api/engines/:id/gates/:gate/open': {
    params: gateParams,
    body: openGateRequest,
    answer: gateAnswer,
    status: 201,
  },
  'POST /api/engines/:id/check-moves': { params: id, body: moveCheckRequest, answer: checkMovedSchema, status: 201 },
  'POST /api/engines/:id/told': { params: id, body: toldRequest, answer: toldSchema, status: 201 },
  'POST /api/engines/:id/on-bench': { params: id, body: onBenchRequest, answer: onBenchSchema, status: 201 },
  'GET /api/promises': { answer: promisesAnswer },
  'GET /api/promises/kept': { answer: keptAnswer },
  'GET /api/forgotten': { answer: forgottenAnswer },
  'POST /api/engines/:id/setting/way': { params: id, body: settingWayRequest, answer: settingWaySchema, status: 201 },
  'POST /api/engines/:id/setting/aside': { params: id, body: setAsideRequest, answer: setAsideSchema, status: 201 },
  'POST /api/engines/:id/setting/rounds': {
    params: id,
    body: slackRoundRequest,
    answer: slackRoundSchema,
    status: 201,
  },
  'POST /api/engines/:id/hints': { params: id, body: hintAnswerRequest, answer: hintAnswerSchema, status: 201 },
  'POST /api/engines/:id/strikes': { params: id, body: strikeRequest, answer: strikeSchema, status: 201 },
  'POST /api/engines/:id/notes': { params: id, body: noteRequest, answer: noteSchema, status: 201 },
  'GET /api/engines/:id/stops': { params: id, query: stopsQuery, answer: stopsAnswer },
  'GET /api/engines/:id/damper-marks.pdf': { params: id, query: damperQuery },
  'GET /api/engines/:id/bench': { params: id, answer: benchSchema },
  'POST /api/engines/:id/bench': { params: id, body: moveBenchRequest, answer: benchSchema },
  // Server-sent events, until whoever watches goes.
  'GET /api/engines/:id/live': { params: id },
  // The body is the file itself, byte for byte.
  'POST /api/engines/:id/pictures': { params: id, query: pictureQuery, answer: pictureSchema, status: 201 },
  'GET /api/pictures/:sha256': { params: z.object({ sha256: z.string() }) },
  'POST /api/shop/letterhead': { answer: letterheadAnswer, status: 201 },
  'GET /api/engines/:id/papers/:kind': { params: id.extend({ kind: z.string() }), answer: papersAnswer },
  'POST /api/engines/:id/papers/:kind': {
    params: id.extend({ kind: z.string() }),
    body: z.unknown(),
    answer: paperSchema,
    status: 201,
  },
  // Cam card and lobes have had addresses of their own since the first version.
  'GET /api/engines/:id/cam-card': { params: id, answer: camCardAnswer },
  'POST /api/engines/:id/cam-card': {
    params: id,
    body: camCardSchema.extend(madeId),
    answer: camCardAnswer,
    status: 201,
  },
  'GET /api/engines/:id/sweeps': { params: id, answer: sweepsAnswer },
  'POST /api/engines/:id/sweeps': {
    params: id,
    body: postSweepSchema.extend(madeId),
    answer: sweepAnswer,
    status: 201,
  },
  'GET /api/engines/:id/records': { params: id, answer: recordsAnswer },
  'POST /api/engines/:id/records': { params: id, body: signRequest.nullish(), answer: signAnswer, status: 201 },
  'GET /api/engines/:id/readings.csv': { params: id },
  'GET /api/engines/:id/export.json': { params: id, answer: exportAnswer },
  'GET /api/records/:id': { params: id, answer: jwsSchema },
  'GET /api/records/:id/record.json': { params: id },
  'GET /api/records/:id/record.pdf': { params: id },
  'POST /api/verify': { answer: verifyAnswer },
  'GET /api/verify/:fingerprint': {
    params: z.object({
      fingerprint: z
        .string()
        .toLowerCase()
        .regex(/^[0-9a-f]{64}$/, '64 hexadecimal digits'),
    }),
    answer: verifyAnswer,
  },
  'GET /.well-known/jwks.json': { answer: jwksAnswer },
} as const satisfies Record<string, ApiRow>;

export type ApiKey = keyof typeof API;
type Infer<Row, Field extends keyof ApiRow> = Row extends Record<Field, infer Schema extends z.ZodType> ? z.infer<Schema> : undefined; // prettier-ignore
/** What an address answers. */
export type ApiAnswer<Key extends ApiKey> = Infer<(typeof API)[Key], 'answer'>;
export type ApiBody<Key extends ApiKey> = Infer<(typeof API)[Key], 'body'>;
export type ApiParams<Key extends ApiKey> = Infer<(typeof API)[Key], 'params'>;
export type ApiQuery<Key extends ApiKey> = Infer<(typeof API)[Key], 'query'>;
