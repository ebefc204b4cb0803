import type { ShopHistory } from '../../core/plan/shop-history.js';
import { learnHistory } from '../../core/sheet/learn-history.js';
import type { AuditLog } from '../store/audit-log.js';
import type { Queries } from '../store/database.js';
import { listOfBuilds } from '../store/reading-store.js';

/** So many of the builds that were signed last tell what is usual here. */
const LOOKED_BACK = 60;

/**
 * What this shop's finished builds showed, kept until the next one is signed: every file that is loaded meanwhile is
 * judged by the same.
 */
export class LearnedHistory {
  private known: ShopHistory | null = null;
  private generation: number;
  /** Raised whenever it has to be learned anew: what was judged by it before is judged again. */
  version = 0;

  constructor(private readonly audit: AuditLog) {
    this.generation = audit.generation;
    audit.onWritten((acts) => {
      if (acts.some(({ act }) => act === 'record.signed')) this.forget();
    });
  }

  /** Another process wrote: perhaps it signed something. */
  private look(): void {
    if (this.generation === this.audit.generation) return;
    this.generation = this.audit.generation;
    this.forget();
  }

  private forget(): void {
    this.known = null;
    this.version++;
  }

  async of(queries: Queries): Promise<ShopHistory> {
    this.look();
    if (this.known) return this.known;
    const { version } = this;
    const learned = learnHistory(await listOfBuilds(queries, LOOKED_BACK));
    // Where another build was signed meanwhile, what was read lacks it.
    if (this.version === version) this.known = learned;
    return learned;
  }
}
