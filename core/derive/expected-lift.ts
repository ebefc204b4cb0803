import { ratioOf } from '../engine/engine.js';
import { parseValve } from '../engine/places.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import type { Seen, Taken } from './rule.js';
import { trustOf } from './trusts.js';

/** The lash that a valve loses lift by, mm, and where it is known from. */
interface LashAt {
  lash: number;
  source: 'reading' | 'paper' | 'practice' | null;
}

/** As it was read at this very valve, before its lift where it was read before; else the set-up's; else what the shop sets. */
function lashAt({ engine, onFile, latest, setTo }: Needed, { place, takenAt, turn }: LiftAt): LashAt {
  if (engine.lifter !== 'solid')
    return { lash: onFile.mockUpAt(takenAt)?.build.lash[parseValve(place)!.kind] ?? 0, source: 'paper' };
  for (const measure of ['lash-cold', 'lash-hot']) {
    const read = latest(measure, place, turn) ?? latest(measure, place);
    if (read) return { lash: read.value, source: 'reading' };
  }
  const filed = onFile.mockUpAt(takenAt)?.build.lash[parseValve(place)!.kind];
  if (filed !== undefined) return { lash: filed, source: 'paper' };
  const aim = setTo('lash-cold', place) ?? setTo('lash-hot', place);
  return aim === undefined ? { lash: 0, source: null } : { lash: aim, source: 'practice' };
}

type Needed = Pick<Seen, 'engine' | 'onFile' | 'latest' | 'setTo' | 'practice'>;
type LiftAt = Pick<Taken, 'place' | 'takenAt'> & Partial<Pick<Taken, 'turn'>>;

/** What a valve ought to open by, mm, with the doubt of each (k = 2). */
export interface Opening extends Pick<LashAt, 'lash'> {
  lobe: number;
  opens: number;
  lashFrom: LashAt['source'];
  opensTrust: number;
  lashTrust: number;
}

/** What a valve ought to open by, mm: its lobe, as read or as the card says it, times its ratio; and the lash that it loses. */
export function expectedLift(seen: Needed, at: LiftAt): Opening | null {
  const { engine, onFile, latest, practice } = seen;
  const { kind } = parseValve(at.place)!;
  const read = latest('lobe-lift', at.place);
  const lobe = read?.value ?? onFile.cardLift(kind);
  if (lobe === undefined) return null;
  const { lash, source } = lashAt(seen, at);
  const trust = (key: string) => uncertaintyOf(practice, measureOf(key));
  const ratio = ratioOf(engine, kind);
  return {
    lobe,
    opens: lobe * ratio,
    lash,
    lashFrom: source,
    // A card's lift is as fine as it is printed.
    opensTrust: ratio * (read ? trustOf(seen, read) : trust('lobe-lift')),
    lashTrust: lash === 0 ? 0 : trust('lash-cold'),
  };
}
