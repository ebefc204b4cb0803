import type { BenchStand } from '../../contracts/setting.js';

/** As it is kept: how long ago anything was, is told when it is asked. */
type KeptStand = Omit<BenchStand, 'hands'> & { hands: Omit<BenchStand['hands'][number], 'isHere'>[] };
import type { Queries } from './database.js';

interface Columns {
  crank_deg: number | null;
  turned_by: string | null;
  turned_at: Date | null;
  hands: Record<string, { place: string; at: string }>;
}

const COLUMNS = 'crank_deg, turned_by, turned_at, hands';

const toStand = ({ crank_deg, turned_by, turned_at, hands }: Columns): KeptStand => ({
  crankDeg: crank_deg,
  turnedBy: turned_by,
  turnedAt: turned_at?.toISOString() ?? null,
  hands: Object.entries(hands).map(([handle, hand]) => ({ handle, ...hand })),
});

/** Where the crank stands and where each hand is; nothing while nobody has been there. */
export async function findBench(queries: Queries, engineId: string): Promise<KeptStand> {
  const [row] = await queries.query<Columns>(`select ${COLUMNS} from bench where engine_id = $1`, [engineId]);
  return row ? toStand(row) : { crankDeg: null, turnedBy: null, turnedAt: null, hands: [] };
}

/** Moves the crank, a hand, or both; what another hand does meanwhile stays. */
export async function moveBench(
  queries: Queries,
  engineId: string,
  by: string,
  at: Date,
  { crankDeg, place }: { crankDeg?: number; place?: string },
): Promise<KeptStand> {
  const hand = place === undefined ? {} : { [by]: { place, at: at.toISOString() } };
  const turned = crankDeg === undefined ? [null, null, null] : [crankDeg, by, at];
  const [row] = await queries.query<Columns>(
    `insert into bench (engine_id, crank_deg, turned_by, turned_at, hands) values ($1, $2, $3, $4, $5)
     on conflict (engine_id) do update set
       crank_deg = coalesce($2, bench.crank_deg), turned_by = coalesce($3, bench.turned_by),
       turned_at = coalesce($4, bench.turned_at), hands = bench.hands || $5
     returning ${COLUMNS}`,
    [engineId, ...turned, JSON.stringify(hand)],
  );
  return toStand(row);
}
