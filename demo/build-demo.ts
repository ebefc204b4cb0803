import { randomUUID } from 'node:crypto';
import type { Clock } from '../server/clock.js';
import type { Context } from '../server/services/context.js';
import { acknowledgeCautions, decide, signOff } from '../server/services/acts.js';
import { Engines } from '../server/services/engines.js';
import { writeCustomer } from '../server/services/customers.js';
import { addPerson, openShop } from '../server/services/people.js';
import { addPicture } from '../server/services/pictures.js';
import { Readings } from '../server/services/readings.js';
import { issueSpecSet } from '../server/services/spec-sets.js';
import { Signing } from '../server/services/signing.js';
import { PAPER_KINDS } from '../contracts/papers/papers.js';
import { filePaper } from '../server/services/papers.js';
import type { DemoEngine } from './acts.js';
import { DEMO_CUSTOMERS } from './customers.js';
import { BITTERN } from './engines/bittern.js';
import { DUNLIN } from './engines/dunlin.js';
import { KNOT } from './engines/knot.js';
import { PETREL } from './engines/petrel.js';
import { DEMO_VERSIONS } from './limits.js';
import { beginParts, orderParts } from './parts.js';
import { DEMO_PEOPLE, DEMO_PIN, DEMO_SHOP } from './people.js';

const DAY_MS = 86_400_000;
/** The four engines of the shop: one signed, one with open flags, one half set, one just opened. All made up. */
const DEMO_ENGINES = [BITTERN, PETREL, DUNLIN, KNOT];
const [owner, lead, builder] = DEMO_PEOPLE;

/** A clock that the demo walks through its days. */
export class DemoClock implements Clock {
  constructor(private at: Date) {}
  now(): Date {
    return this.at;
  }
  set(at: Date): void {
    this.at = at;
  }
  /** Half a minute a valve, as a builder takes. */
  tick(): void {
    this.at = new Date(this.at.getTime() + 30_000);
  }
}

/** The day so many days from another, as `2026-12-18`. */
const dayFrom = (day: Date, days: number) => new Date(day.getTime() + days * DAY_MS).toISOString().slice(0, 10);

async function buildEngine(
  context: Context,
  engines: Engines,
  clock: DemoClock,
  { engine, acts, promisedInDays, notes }: DemoEngine,
  now: Date,
): Promise<void> {
  const promised = promisedInDays === undefined ? undefined : dayFrom(now, promisedInDays);
  const job = promised || notes ? { promised, notes } : undefined;
  const { id } = await engines.open(builder, { ...engine, job });
  const readings = new Readings(context, engines);
  for (const act of acts) {
    clock.tick();
    switch (act.act) {
      case 'caution':
        await acknowledgeCautions(context, engines, id, builder, act.stage);
        break;
      case 'take':
        for (const [place, entered] of act.values) {
          const reading = {
            id: randomUUID(),
            measure: act.measure,
            place,
            entered,
            unit: act.unit,
            how: 'keyed' as const,
            ...(act.atLiftMm === undefined ? {} : { atLiftMm: act.atLiftMm }),
            ...(act.at ? { at: act.at } : {}),
          };
          await readings.take(id, builder, [reading]);
          clock.tick();
        }
        break;
      case 'paper': {
        const kind = PAPER_KINDS.find((one) => one.kind === act.kind)!;
        await filePaper(context, engines, id, builder, kind, kind.schema.parse(act.body));
        break;
      }
      case 'decide':
        await decide(context, engines, id, act.action === 'accepted' ? lead : builder, act);
        break;
      case 'picture': {
        const { stage, place, caption } = act;
        const query = { id: randomUUID(), stage, place, caption, takenAt: clock.now().toISOString() };
        await addPicture(context, engines, id, builder, query, await act.draw());
        break;
      }
      case 'sign-off':
        await signOff(context, engines, id, builder, act.what);
        break;
      case 'sign':
        await new Signing(context, engines).sign(id, lead);
        break;
    }
  }
}

/**
 * Builds Marram Engine Works in an empty data folder, through the services that a user's clicks go through.
 *
 * @param clock the clock of `context`; it ends at `now`
 */
export async function buildDemo(context: Context, clock: DemoClock, now: Date, address: string): Promise<void> {
  clock.set(new Date(now.getTime() - 30 * DAY_MS));
  await openShop(context, {
    shopName: DEMO_SHOP,
    verifyAddress: address,
    owner: { ...owner, pin: DEMO_PIN },
  });
  for (const person of DEMO_PEOPLE.slice(1)) await addPerson(context, owner, { ...person, pin: DEMO_PIN });
  const engines = new Engines(context);
  const book = Object.values(DEMO_CUSTOMERS);
  for (const customer of book) await writeCustomer(context, (ids) => engines.forget(ids), builder, customer);
  // In the order of time, as the log of a real shop is.
  const days = [
    ...DEMO_ENGINES.map((demo) => ({ daysAgo: demo.daysAgo, work: () => buildEngine(context, engines, clock, demo, now) })), // prettier-ignore
    { daysAgo: 9.5, work: () => beginParts(context, engines, now, DEMO_PEOPLE) },
    { daysAgo: 0.1, work: () => orderParts(context, engines, now, DEMO_PEOPLE) },
    ...DEMO_VERSIONS.map(({ daysAgo, version }) => ({ daysAgo, work: () => issueSpecSet(context, owner, version) })),
  ].sort((a, b) => b.daysAgo - a.daysAgo);
  for (const { daysAgo, work } of days) {
    clock.set(new Date(now.getTime() - daysAgo * DAY_MS));
    await work();
  }
  clock.set(now);
}
