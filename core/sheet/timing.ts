import { EVENT } from '../cam/cam-card.js';
import { camInstall, type CamInstall } from '../cam/cam-install.js';
import {
  diagnose,
  eventsWhole,
  followsFrom,
  whichToTrust,
  type Compared,
  type Diagnosis,
  type Follows,
} from '../cam/events-whole.js';
import { EVENT_MEASURES, EVENTS, expectedFromCard, type CardEvent } from '../cam/expected-from-card.js';
import type { CardEvents, ValveKind } from '../engine/engine.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import type { EngineFile } from './engine-file.js';
import { cardOf } from './papers.js';
import type { SheetRow } from './row.js';
import type { Sheet } from './sheet.js';
import { isBuild } from './slot.js';

/** The events that were read at one lift, as a whole. */
interface TimingAt {
  /** mm; null where nobody said it. */
  liftMm: number | null;
  events: Record<CardEvent, Compared>;
  follows: Record<Follows, Compared>;
  diagnosis: Diagnosis[];
}

/** Where the middle of a lobe lies by each way that it was found. Degrees, in the signs of its centreline. */
export interface Nose {
  card: number | null;
  byDrops: number | null;
  /** As its events have it at the lift of the card: moved from the card's centreline, where it has one, by as much as they are. */
  byEvents: number | null;
  /** Where the dial turned round: rough. */
  byPeak: number | null;
  /** By events less by drops; null unless both are known. */
  apart: number | null;
  /** Which to trust, where they are apart by more than both are trusted. */
  trust: 'drops' | 'events' | 'neither' | null;
}

export interface Timing {
  lifts: TimingAt[];
  noses: Record<ValveKind, Nose>;
  /** The intake's centreline as the cam stands now: by its drops, or where there are none, or none to trust, its events. */
  centreline: { by: 'drops' | 'events'; deg: number; isDisputed: boolean } | null;
  /** Where the sprocket goes best; null while no centreline is known, or no target. */
  sprocket: { target: number; best: CamInstall } | null;
}

/** A rough peak lies within so much of its nose: the lifter dwells there. */
const PEAK_DEG = 4;
const AT = { I: 'intake', E: 'exhaust' } as const;

/** Whether a row says where the cam stands now: read while it was built, and not suspect. */
const isSound = (row: Pick<SheetRow, 'place' | 'verdict' | 'occasion'>): boolean =>
  row.place === 'engine' && row.verdict !== 'suspect' && isBuild(row);

/** All that was read of a cam's timing, taken together: events as a whole, noses by each way, and the sprocket. */
export function timingOf(file: Pick<EngineFile, 'papers' | 'spec'>, { rows }: Pick<Sheet, 'rows'>): Timing {
  const card = cardOf(file);
  const { practice } = file.spec;
  const sound = rows.filter(isSound);
  const valueOf = (measure: string) => sound.find((row) => row.measure === measure)?.value;
  const target = valueOf('cam-target');
  const trustDeg = uncertaintyOf(practice, measureOf('intake-open'));

  const measuredAt = (liftMm: number | null): Partial<CardEvents> =>
    Object.fromEntries(
      EVENTS.flatMap((event) => {
        const row = sound.find((one) => one.measure === EVENT_MEASURES[event] && (one.at?.value ?? null) === liftMm);
        return row ? [[event, row.value]] : [];
      }),
    );
  const byCard = (liftMm: number | null, aim?: number): Partial<CardEvents> => {
    const expected = card ? expectedFromCard(card, aim, liftMm ?? undefined) : {};
    const known = EVENTS.map((event) => [event, expected[EVENT_MEASURES[event]]] as const);
    return Object.fromEntries(known.filter(([, deg]) => deg !== undefined));
  };
  const lifts = [...new Set(sound.filter(({ measure }) => Object.values(EVENT_MEASURES).includes(measure as never)).map(({ at }) => at?.value ?? null))]; // prettier-ignore
  const isMain = (liftMm: number | null) => Object.keys(byCard(liftMm)).length > 0;

  /** The middle of a lobe as its events have it, at the first lift at which both of them and the card's are known. */
  const byEvents = (kind: ValveKind): { deg: number; longerBy: number | null } | null => {
    const { opens, closes } = EVENT[kind];
    const both = lifts.find((lift) => [opens, closes].every((event) => measuredAt(lift)[event] !== undefined) && isMain(lift)) ?? lifts.find((lift) => [opens, closes].every((event) => measuredAt(lift)[event] !== undefined)); // prettier-ignore
    if (both === undefined) return null;
    const [is, ought] = [followsFrom(measuredAt(both)), followsFrom(byCard(both))];
    const [centre, length] = [`${AT[kind]}Centreline`, `${AT[kind]}Duration`] as const;
    const printed = card?.figures[centre];
    const moved = ought[centre] === undefined || printed === undefined ? 0 : printed - ought[centre];
    return { deg: is[centre]! + moved, longerBy: ought[length] === undefined ? null : is[length]! - ought[length] };
  };
  const nose = (kind: ValveKind): Nose => {
    const found = byEvents(kind);
    const drops = sound.find(({ measure }) => measure === `${AT[kind]}-centreline`);
    const spread = drops?.hints.find((hint) => hint.code === 'drop-spread');
    const dropSpread = spread?.code === 'drop-spread' ? spread.spread : 0;
    const apart = found && drops ? found.deg - drops.value : null;
    const isApart = apart !== null && Math.abs(apart) > 2 * trustDeg;
    return {
      card: card?.figures[`${AT[kind]}Centreline`] ?? null,
      byDrops: drops?.value ?? null,
      byEvents: found?.deg ?? null,
      byPeak: valueOf(`${AT[kind]}-peak`) ?? null,
      apart,
      trust: isApart ? whichToTrust({ longerBy: found!.longerBy, dropSpread }, { trustDeg, dropSpreadDeg: practice.timing.dropSpreadDeg }) : null, // prettier-ignore
    };
  };
  const noses = { I: nose('I'), E: nose('E') };
  const aim = target ?? card?.figures.intakeCentreline;
  const { byDrops, byEvents: middle, trust } = noses.I;
  const by = byDrops === null || trust === 'events' ? ('events' as const) : ('drops' as const);
  const deg = by === 'drops' ? byDrops : middle;
  const centreline = deg === null ? null : { by, deg, isDisputed: trust !== null };
  const { offsetsDeg, settleDeg, toleranceDeg } = practice.timing;
  return {
    lifts: lifts.map((liftMm) => {
      const [measured, ought] = [measuredAt(liftMm), byCard(liftMm, target)];
      const whole = eventsWhole(measured, ought, {});
      return { liftMm, ...whole, diagnosis: diagnose(measured, ought, trustDeg) };
    }),
    noses,
    centreline,
    sprocket:
      centreline === null || aim === undefined
        ? null
        : {
            target: aim,
            best: camInstall({
              measuredCentreline: centreline.deg,
              targetCentreline: aim,
              availableOffsets: offsetsDeg,
              currentOffset: valueOf('cam-offset') ?? 0,
              settleRetard: settleDeg,
              tolerance: toleranceDeg,
            }),
          },
  };
}

/** Whether a rough peak contradicts the nose that its drops give. */
export const isPeakOff = ({ byDrops, byPeak }: Nose): boolean =>
  byDrops !== null && byPeak !== null && Math.abs(byDrops - byPeak) > PEAK_DEG;
