import type { Clock } from '../clock.js';
import type { Workers } from '../work/workers.js';
import type { ShopKeys } from '../record/keys.js';
import type { AuditLog } from '../store/audit-log.js';
import type { LearnedHistory } from './learned-history.js';
import type { Database } from '../store/database.js';

/** What every use case works with. */
export interface Context {
  database: Database;
  audit: AuditLog;
  clock: Clock;
  keys: ShopKeys;
  workers: Workers;
  history: LearnedHistory;
  newId: () => string;
}
