import type { BenchStand } from '../../contracts/setting.js';
import type { Act, AuditLog } from '../store/audit-log.js';

/** What whoever watches an engine is told. */
export type LiveEvent =
  | { event: 'bench'; data: BenchStand }
  /** Something was filed: which act, and the readings that came with it. */
  | { event: 'filed'; data: { act: string; readings: string[] } };

type Tell = (event: LiveEvent) => void;

const readingsOf = ({ rows = [] }: Act): string[] =>
  rows.filter(({ table }) => table === 'readings').map(({ columns }) => String(columns.id));

/** Who watches an engine hears at once of what is filed on it, and where crank and hands are; in this process. */
export class Live {
  private readonly watching = new Map<string, Set<Tell>>();

  constructor(audit: AuditLog) {
    audit.onWritten((acts) => {
      for (const act of acts)
        if (act.engineId)
          this.tell(act.engineId, { event: 'filed', data: { act: act.act, readings: readingsOf(act) } });
    });
  }

  /** Tells of an engine until what it answers is called. */
  watch(engineId: string, tell: Tell): () => void {
    const here = this.watching.get(engineId) ?? new Set();
    this.watching.set(engineId, here.add(tell));
    return () => {
      here.delete(tell);
      if (here.size === 0 && this.watching.get(engineId) === here) this.watching.delete(engineId);
    };
  }

  tell(engineId: string, event: LiveEvent): void {
    for (const tell of this.watching.get(engineId) ?? []) tell(event);
  }
}
