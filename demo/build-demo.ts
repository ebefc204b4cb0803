import { randomUUID } from 'node:crypto';
import type { Clock } from '../server/clock.js';
import type { Context } from '../server/services/context.js';
import { acknowledgeCautions, decide, signOff } from '../server/services/acts.js';
import { Engines } from '../server/services/engines.js';
import { writeCustomer } from '../server/services/customers.js';
import { addPerson, openShop } from '../server/services/people.js';
import { addPicture } from '../server/services/pictures.js';
import { Readings } from '../server/services/readings.js';
import { changeLife } from '../server/services/change-engine.js';
import { Gates } from '../server/services/gates.js';
import { Setting } from '../server/services/setting.js';
import { issueSpecSet } from '../server/services/spec-sets.js';
import { changeShop, shopOf } from '../server/services/shop.js';
import { Signing } from '../server/services/signing.js';
import { PAPER_KINDS } from '../contracts/papers/papers.js';
import { filePaper } from '../server/services/papers.js';
import type { DemoAct, DemoEngine } from './acts.js';
import { DEMO_CUSTOMERS } from './customers.js';
import { BITTERN } from './engines/bittern.js';
import { BITTERN_RUNNING } from './engines/bittern-running.js';
import { DUNLIN } from './engines/dunlin.js';
import { KNOT } from './engines/knot.js';
import { PETREL } from './engines/petrel.js';
import { PETREL_HUNG } from './engines/petrel-hung.js';
import { PETREL_QUARTERS } from './engines/petrel-quarters.js';
import { DEMO_VERSIONS } from './limits.js';
import { beginParts, orderParts } from './parts.js';
import { DEMO_PEOPLE, DEMO_PIN, DEMO_SHOP, DEMO_WEEK } from './people.js';

const DAY_MS = 86_400_000;
/** The engines on the benches, each set in another way, and one that runs and was read again. All made up. */
const DEMO_ENGINES = [BITTERN, PETREL, DUNLIN, KNOT, BITTERN_RUNNING, PETREL_HUNG, PETREL_QUARTERS];
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

async function openDemo(engines: Engines, { engine, promisedInDays, notes }: DemoEngine, now: Date): Promise<string> {
  const promised = promisedInDays === undefined ? undefined : dayFrom(now, promisedInDays);
  const job = promised || notes ? { promised, notes } : undefined;
  return (await engines.open(builder, { ...engine, job })).id;
}

/** Does what was done on an engine, half a minute after the other. */
async function doActs(
  context: Context,
  engines: Engines,
  clock: DemoClock,
  id: string,
  acts: DemoAct[],
  now: Date,
): Promise<void> {
  const readings = new Readings(context, engines);
  const setting = new Setting(context, engines);
  const gates = new Gates(context, engines);
  const day = (days: number) => dayFrom(now, days);
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
            ...(act.occasion ? { occasion: act.occasion } : {}),
          };
          await readings.take(id, builder, [reading]);
          clock.tick();
        }
        break;
      case 'paper': {
        const kind = PAPER_KINDS.find((one) => one.kind === act.kind)!;
        const body = typeof act.body === 'function' ? act.body(day) : act.body;
        await filePaper(context, engines, id, builder, kind, kind.schema.parse(body));
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
      case 'way':
        await setting.choose(id, builder, act);
        break;
      case 'aside':
        await setting.setAside(id, builder, act);
        break;
      case 'round':
        await setting.takeUp(id, builder, act);
        break;
      case 'answer': {
        const { rows } = await engines.sheet(id);
        const { readingId } = rows.find((row) => row.measure === act.measure && row.place === act.place)!;
        await setting.answerHint(id, builder, { readingId, hint: act.hint, reason: act.reason });
        break;
      }
      case 'gate':
        await gates.close(id, builder, act.gate, act);
        break;
      case 'reopen':
        await gates.open(id, builder, act.gate, act);
        break;
      case 'bench':
        for (const item of act.items) await gates.tick(id, builder, { stage: act.stage, item, isThere: true });
        break;
      case 'life':
        await changeLife(context, engines, id, lead, act);
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
  await changeShop(context, owner, { ...(await shopOf(context.database)), ...DEMO_WEEK });
  for (const person of DEMO_PEOPLE.slice(1)) await addPerson(context, owner, { ...person, pin: DEMO_PIN });
  const engines = new Engines(context);
  const book = Object.values(DEMO_CUSTOMERS);
  for (const customer of book) await writeCustomer(context, (ids) => engines.forget(ids), builder, customer);
  // In the order of time, as the log of a real shop is.
  const days = [
    ...DEMO_ENGINES.flatMap((demo) => {
      let id = '';
      const open = async () => {
        id = await openDemo(engines, demo, now);
        await doActs(context, engines, clock, id, demo.acts, now);
      };
      const later = (demo.later ?? []).map(({ daysAgo, acts }) => ({ daysAgo, work: () => doActs(context, engines, clock, id, acts, now) })); // prettier-ignore
      return [{ daysAgo: demo.daysAgo, work: open }, ...later];
    }),
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
