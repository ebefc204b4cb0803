import type { Diagnosis, Follows } from '../../core/cam/events-whole.js';
import { EVENT_MEASURES } from '../../core/cam/expected-from-card.js';
import type { ValveKind } from '../../core/engine/engine.js';
import { measureOf } from '../../core/plan/measures.js';
import { isPeakOff, type Nose } from '../../core/sheet/timing.js';
import { formatFigure } from '../../core/units/format.js';

const LOBE: Record<ValveKind, string> = { I: 'intake', E: 'exhaust' };
const degrees = (deg: number) => `${formatFigure(Math.abs(deg), 'deg').replace(/\.?0+$/, '')}°`;
const capital = (word: string) => word[0].toUpperCase() + word.slice(1);

export const FOLLOWS_TITLE: Record<Follows, string> = {
  intakeDuration: 'Intake duration',
  exhaustDuration: 'Exhaust duration',
  intakeCentreline: 'Intake centreline',
  exhaustCentreline: 'Exhaust centreline',
  lobeSeparation: 'Lobe separation',
  advance: 'Advance',
  overlap: 'Overlap',
};

/** What events together tell, to somebody at the wheel. */
export function wordDiagnosis(one: Diagnosis): string {
  switch (one.code) {
    case 'agrees':
      return 'The events agree with the card.';
    case 'cam-position':
      return `The cam stands ${degrees(one.advancedBy)} ${one.advancedBy > 0 ? 'advanced' : 'retarded'}: all events are off by the same.`;
    case 'lobe-ends':
      return `${capital(LOBE[one.kind])} open ${degrees(one.longerBy)} ${one.longerBy > 0 ? 'too long' : 'too short'}, both ends alike: another lobe, another check lift, or the dial was not zeroed on the base circle.`;
    case 'misread':
      return `${measureOf(EVENT_MEASURES[one.event]).title} alone is ${degrees(one.by)} ${one.by > 0 ? 'early' : 'late'}. Probably misread. Read it again.`;
    case 'mixed':
      return 'No single cause fits these events. Check the dial’s zero and read all four again.';
    case 'too-few':
      return 'Read two or more events that the card states.';
  }
}

/** What the ways to a lobe's centreline say against each other; null where they agree. */
export function wordNose(kind: ValveKind, nose: Nose): string | null {
  const { apart, trust } = nose;
  if (trust !== null && apart !== null) {
    const by = `${capital(LOBE[kind])} centreline: events and equal drops are ${degrees(apart)} apart.`;
    if (trust === 'drops') return `${by} Trust the drops: the events have another duration than the card.`;
    if (trust === 'events') return `${by} Trust the events: the drops disagree among themselves.`;
    return `${by} Nothing tells which is right. Read both again.`;
  }
  if (isPeakOff(nose))
    return `${capital(LOBE[kind])} peak lift lies far from the middle of the drops. Read the drops again.`;
  return null;
}
