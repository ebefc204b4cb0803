import type { z } from 'zod';
import type { pictureQuery } from '../../contracts/picture.js';
import type { Person } from '../../contracts/shop.js';
import { SCOPES, findPlace } from '../../core/engine/places.js';
import type { Act, Picture } from '../../core/sheet/acts.js';
import { Failure } from '../failure.js';
import { actRow, findAct } from '../store/act-store.js';
import { pictureRow, type Jpeg } from '../store/picture-store.js';
import { isSameAct } from './acts.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

/** @throws Failure picture.unreadable */
async function encode({ workers }: Context, file: Uint8Array): Promise<Jpeg> {
  const jpeg = file.length === 0 ? null : await workers.run('shop', 'encodePicture', { file });
  if (!jpeg) throw new Failure('picture.unreadable');
  return { ...jpeg, bytes: Buffer.from(jpeg.bytes.buffer, jpeg.bytes.byteOffset, jpeg.bytes.byteLength) };
}

/**
 * Keeps a picture taken at a place of an engine. Sent twice under its id, it is kept once.
 *
 * @throws Failure engine.not-found, engine.not-in-work, picture.unreadable, picture.unknown-place, act.id-taken
 */
export async function addPicture(
  context: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  { id, stage, place: sent, takenAt, caption }: z.infer<typeof pictureQuery>,
  file: Uint8Array,
): Promise<Picture> {
  const { audit, clock, database } = context;
  const row = await engines.inWork(engineId);
  const place = SCOPES.map((scope) => findPlace(row.engine, scope, sent)).find(Boolean);
  if (!place)
    throw new Failure('picture.unknown-place', [{ path: 'place', message: `this engine has no place ${sent}` }]);
  const jpeg = await encode(context, file);
  return audit.exclusively(async () => {
    const at = clock.now();
    const { sha256, width, height } = jpeg;
    const picture: Picture = {
      ...{ id, stage, place, sha256, width, height },
      ...(caption ? { caption } : {}),
      ...{ takenAt: new Date(takenAt).toISOString(), by: by.handle, at: at.toISOString() },
    };
    const act: Act = { kind: 'picture', ...picture };
    const known = await findAct(database, id);
    if (known && !isSameAct(known, row.id, act)) throw new Failure('act.id-taken');
    if (known) return known.act as Act & Picture;
    const entry = {
      at,
      by: by.handle,
      act: 'picture.taken',
      engineId: row.id,
      body: { stage, place, sha256 },
      rows: [actRow(row.id, act), pictureRow(id, jpeg, at, by.handle)],
    };
    await engines.atHand.put(
      row.id,
      () => entry,
      (hand) => hand.addAct(act),
    );
    return picture;
  });
}

/** Keeps a picture of the shop's own, to stand at the head of its records; answers its hash. @throws Failure picture.unreadable */
export async function addLetterhead(context: Context, by: Person, file: Uint8Array): Promise<string> {
  const { audit, clock, newId } = context;
  const jpeg = await encode(context, file);
  const at = clock.now();
  const rows = [pictureRow(newId(), jpeg, at, by.handle)];
  await audit.record({
    at,
    by: by.handle,
    act: 'letterhead.added',
    engineId: null,
    body: { sha256: jpeg.sha256 },
    rows,
  });
  return jpeg.sha256;
}
