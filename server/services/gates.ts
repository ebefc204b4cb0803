import type { z } from 'zod';
import type {
  closeGateRequest,
  gateAnswer,
  moveCheckRequest,
  onBenchRequest,
  openGateRequest,
  toldRequest,
} from '../../contracts/gate.js';
import type { Person } from '../../contracts/shop.js';
import { wordLack } from '../../contracts/wording/gate.js';
import { GATES, type Gate, type GateAsk } from '../../core/plan/gates.js';
import type { Act, CheckMoved, CustomerTold, GateClosed, GateOpened, OnBench } from '../../core/sheet/acts.js';
import { asksOf, closedOf } from '../../core/sheet/gates.js';
import { Failure } from '../failure.js';
import { findAct } from '../store/act-store.js';
import { listGatesClosed } from '../store/gate-store.js';
import { fileAct, isSameAct, putAct } from './acts.js';
import { changeLife } from './change-engine.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';
import { lackingAt } from './lacking.js';

/** What is put down where an engine is handed over and nothing is lacking. */
const COMPLETE = 'complete';

/** The gates of the path: each closes by an act, knows what it lacks, and is opened again at a price. */
export class Gates {
  constructor(
    private readonly context: Context,
    private readonly engines: Engines,
  ) {}

  /**
   * Closes a gate. What it asks is looked at in the same breath as it closes: nothing that is filed meanwhile on another
   * device slips between. Where something is lacking it takes a reason, and both stand on the act.
   *
   * @throws Failure gate.incomplete with what is lacking, gate.closed, act.id-taken; role.not-allowed for handing over
   */
  async close(engineId: string, by: Person, gate: Gate, { id, reason }: z.infer<typeof closeGateRequest>) {
    if (gate === 'hand-over') return this.handOver(engineId, by, { id, reason });
    const { audit, clock, database, newId } = this.context;
    await this.engines.inWork(engineId);
    return audit.exclusively(async () => {
      const row = await this.engines.inWork(engineId);
      const made = {
        kind: 'gate-closed' as const,
        id: id ?? newId(),
        gate,
        by: by.handle,
        at: clock.now().toISOString(),
      };
      const known = await findAct(database, made.id);
      if (known) {
        const again = { ...made, reason: reason ?? null, lacks: [] };
        // Sent again, a reason that was not needed was not kept.
        if (!isSameAct(known, row.id, again) && !isSameAct(known, row.id, { ...again, reason: null }))
          throw new Failure('act.id-taken');
        return this.standOf(row.id, gate);
      }
      const hand = await this.engines.atHand.of(row.id);
      if (closedOf(hand.judged().file, gate)) throw new Failure('gate.closed');
      const lacks = await lackingAt(this.context, this.engines, row.id, gate);
      if (lacks.length > 0 && !reason)
        throw new Failure(
          'gate.incomplete',
          lacks.map((lack) => ({ path: lack.ask, message: wordLack(lack) })),
        );
      const act: { kind: 'gate-closed' } & GateClosed = { ...made, lacks, reason: lacks.length > 0 ? reason! : null };
      await putAct(this.engines, row, act, 'gate.closed', { gate, lacks, reason: act.reason });
      return this.standOf(row.id, gate);
    });
  }

  /** Opens a gate again, with what that costs. @throws Failure gate.open, act.id-taken */
  async open(engineId: string, by: Person, gate: Gate, { id, reason, minutes, cost }: z.infer<typeof openGateRequest>) {
    const { audit, clock, database, newId } = this.context;
    if (gate === 'hand-over') {
      await changeLife(this.context, this.engines, engineId, by, { life: 'in-work', reason, ...(id ? { id } : {}) });
      return this.standOf(engineId, gate);
    }
    return audit.exclusively(async () => {
      const row = await this.engines.inWork(engineId);
      const act: { kind: 'gate-opened' } & GateOpened = {
        kind: 'gate-opened', id: id ?? newId(), gate, reason, minutes, cost, by: by.handle, at: clock.now().toISOString(),
      }; // prettier-ignore
      const known = await findAct(database, act.id);
      if (known && !isSameAct(known, row.id, act)) throw new Failure('act.id-taken');
      if (known) return this.standOf(row.id, gate);
      const hand = await this.engines.atHand.of(row.id);
      if (!closedOf(hand.judged().file, gate)) throw new Failure('gate.open');
      await putAct(this.engines, row, act, 'gate.opened', { gate, reason, minutes, cost });
      return this.standOf(row.id, gate);
    });
  }

  /**
   * A check is made at another time on this engine: from here on another gate asks it. Only what is measured is moved, and
   * only what some gate asks.
   *
   * @throws Failure check.not-asked, act.id-taken
   */
  async moveCheck(
    engineId: string,
    by: Person,
    { id, ...moved }: z.infer<typeof moveCheckRequest>,
  ): Promise<CheckMoved> {
    const file = await this.engines.file(engineId);
    const isAsked = moved.ask.startsWith('measure:') && GATES.some((gate) => asksOf(file, gate).asks.includes(moved.ask as GateAsk)); // prettier-ignore
    if (!isAsked) throw new Failure('check.not-asked', [{ path: 'ask', message: `no gate asks ${moved.ask}` }]);
    return this.file(engineId, { kind: 'check-moved', ...this.hand(id, by), ...moved }, 'check.moved', moved);
  }

  /** The customer was told. @throws Failure act.id-taken */
  async tell(engineId: string, by: Person, { id, ...told }: z.infer<typeof toldRequest>): Promise<CustomerTold> {
    return this.file(engineId, { kind: 'told', ...this.hand(id, by), ...told }, 'customer.told', told);
  }

  /** Something lies on the bench, or no longer does. @throws Failure act.id-taken */
  async tick(engineId: string, by: Person, { id, ...ticked }: z.infer<typeof onBenchRequest>): Promise<OnBench> {
    return this.file(engineId, { kind: 'on-bench', ...this.hand(id, by), ...ticked }, 'bench.ticked', ticked);
  }

  /** Measures that were lacking more than once when gates of this shop were closed. */
  async forgotten() {
    const closings = await listGatesClosed(this.context.database, LOOKED_BACK);
    const times = new Map<string, number>();
    for (const { lacks } of closings)
      for (const { ask } of lacks) {
        const [kind, ...measure] = ask.split(':');
        if (kind === 'measure') times.set(measure.join(':'), (times.get(measure.join(':')) ?? 0) + 1);
      }
    const forgotten = [...times].map(([measure, count]) => ({ measure, times: count, of: closings.length }));
    return { forgotten: forgotten.filter((one) => one.times >= USUALLY).sort((a, b) => b.times - a.times) };
  }

  /** Handing over is where the engine is in the shop's life, and the lead's. */
  private async handOver(engineId: string, by: Person, { id, reason }: z.infer<typeof closeGateRequest>) {
    if (by.role !== 'lead' && by.role !== 'owner') throw new Failure('role.not-allowed');
    const change = { life: 'handed-over' as const, reason: reason ?? COMPLETE, ...(id ? { id } : {}) };
    await changeLife(this.context, this.engines, engineId, by, change, reason === undefined);
    return this.standOf(engineId, 'hand-over');
  }

  private async standOf(engineId: string, gate: Gate): Promise<z.infer<typeof gateAnswer>> {
    return { gate, closed: closedOf(await this.engines.file(engineId), gate) };
  }

  private hand(id: string | undefined, by: Person) {
    const { clock, newId } = this.context;
    return { id: id ?? newId(), by: by.handle, at: clock.now().toISOString() };
  }

  private async file<One extends Act>(
    engineId: string,
    act: One,
    name: string,
    body: object,
  ): Promise<Omit<One, 'kind'>> {
    const { kind, ...filed } = (await fileAct(this.context, this.engines, await this.engines.inWork(engineId), act, name, body)) as One; // prettier-ignore
    return filed;
  }
}

/** So many closings are looked back at, and so often a measure must have been lacking to be called out. */
const LOOKED_BACK = 400;
const USUALLY = 2;
