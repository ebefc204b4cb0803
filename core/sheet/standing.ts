import { keyedMeasure } from '../derive/rules.js';
import type { Engine } from '../engine/engine.js';
import { parseValve, placesOf, SCOPES } from '../engine/places.js';
import { worstOf, type Mark } from '../judge/mark.js';
import { measureOf } from '../plan/measures.js';
import type { SpecSet } from '../plan/spec-sets.js';
import type { EngineFile } from './engine-file.js';
import { decidedIn, flagOf, type Decided, type Flag } from './flags.js';
import { decisive, verdictOfCounting } from './judge-try.js';
import type { Judging } from './judging.js';
import { judgingOf } from './judging-of.js';
import { markOf } from './marks.js';
import { correctedByWheel } from './on-true-wheel.js';
import { counting } from './row.js';
import { requiredPlaces } from './sheet.js';
import type { Stand } from './stand.js';
import { stationsOf } from './stations.js';
import { whereNext, type WhereNext } from './where-next.js';

/** Where an engine stands, as the floor shows it: no more of its sheet than that. */
export interface Standing {
  /** The mark of each valve, over what setting it asks for. */
  marks: Record<string, Mark>;
  /** Of the values that setting the valves requires. */
  taken: number;
  required: number;
  flagsOpen: Pick<Flag, 'measure' | 'place' | 'verdict'>[];
  where: WhereNext;
}

interface Required {
  measure: string;
  /** What is typed to settle it. */
  keyed: string;
  isSetting: boolean;
}

/** What one place adds to the standing. */
interface AtPlace {
  mark: Mark;
  flagsOpen: Standing['flagsOpen'];
  /** Of what setting requires. */
  taken: number;
  /** Required values that are neither there nor accepted as missing. */
  unanswered: number;
}

/**
 * Keeps an engine's standing current, place by place: after a reading only those places are judged again whose values
 * hang on it. It says what `sheetOf` would, at a fraction of the work.
 */
export class KeptStanding {
  private readonly places: string[];
  private readonly valves: string[];
  private readonly required = new Map<string, Required[]>();
  private readonly settings: number;
  private readonly known = new Map<string, AtPlace>();
  private stale: Set<string>;
  /** All places together, while none of them changes. */
  private together: Omit<Standing, 'where'> & { unanswered: number };

  constructor(
    engine: Engine,
    spec: SpecSet,
    private readonly stand: Stand,
  ) {
    this.places = SCOPES.flatMap((scope) => placesOf(engine, scope));
    this.valves = placesOf(engine, 'valve');
    const required = requiredPlaces(engine, spec);
    const isSetting = (measure: string) => measureOf(measure).stage === 'setting';
    for (const { measure, place } of required) {
      const here = this.required.get(place) ?? [];
      here.push({ measure, keyed: keyedMeasure(engine, measure), isSetting: isSetting(measure) });
      this.required.set(place, here);
    }
    this.settings = required.filter(({ measure }) => isSetting(measure)).length;
    this.stale = new Set(this.places);
    this.together = { marks: {}, taken: 0, required: 0, flagsOpen: [], unanswered: 0 };
  }

  /** Something that everything hangs on changed: the card, a decision. */
  forgetAll(): void {
    this.stale = new Set(this.places);
  }

  /**
   * Values of a measure at a place changed. On those of the whole engine (dead centre, the cam's position and target)
   * any may hang, on a bore those of its cylinder, on others those of their own place.
   */
  forget(measure: string, place: string): void {
    if (place === 'engine') return this.forgetAll();
    this.stale.add(place);
    if (measure === 'bore') for (const valve of this.valves) if (cylinderOf(valve) === place) this.stale.add(valve);
  }

  /**
   * @param file its readings are those of the stand
   * @param judging made of both, where somebody keeps it
   */
  of(file: EngineFile, judging: Judging = judgingOf(file, this.stand)): Standing {
    if (this.stale.size > 0) {
      const decided = decidedIn(file);
      let isOtherwise = false;
      for (const place of this.stale) {
        const found = this.judgePlace(place, judging, decided);
        isOtherwise ||= !isEqual(found, this.known.get(place));
        this.known.set(place, found);
      }
      this.stale.clear();
      if (isOtherwise) this.together = this.addUp();
    }
    const { unanswered, ...standing } = this.together;
    const { flagsOpen } = standing;
    const stations = stationsOf({ file, stand: this.stand, flagsOpen });
    return { ...standing, where: whereNext({ file, stations, flagsOpen: flagsOpen.length, unanswered }) };
  }

  private addUp(): typeof this.together {
    const here = this.places.map((place) => this.known.get(place)!);
    const sum = (key: 'taken' | 'unanswered') => here.reduce((total, one) => total + one[key], 0);
    return {
      marks: Object.fromEntries(this.valves.map((place) => [place, this.known.get(place)!.mark])),
      taken: sum('taken'),
      required: this.settings,
      flagsOpen: here.flatMap((one) => one.flagsOpen),
      unanswered: sum('unanswered'),
    };
  }

  private judgePlace(place: string, judging: Judging, decided: Decided): AtPlace {
    const judged = this.stand.atPlace(place).map((history) => {
      const one = counting(judging, history);
      const { verdict, limit } = verdictOfCounting(judging, one);
      return {
        one,
        verdict,
        flag: flagOf(
          { ...one, value: correctedByWheel(judging, one)?.value ?? decisive(one, limit) },
          { verdict, limit },
          decided,
        ),
      };
    });
    const flags = judged.flatMap(({ flag }) => flag ?? []);
    const absent = (this.required.get(place) ?? []).filter(({ measure }) => !this.stand.latest(measure, place));
    const accepted = ({ keyed }: Required) => decided(null, keyed, place) !== undefined;
    const ofSetting = (this.required.get(place) ?? []).filter(({ isSetting }) => isSetting);
    return {
      mark: worstOf([
        ...judged
          .filter(({ one }) => measureOf(one.measure).stage === 'setting')
          .map(({ one, verdict }) => markOf(flags, { verdict, readingId: one.id })),
        ...absent.filter(({ isSetting }) => isSetting).map((one): Mark => (accepted(one) ? 'accepted' : 'missing')),
      ]),
      flagsOpen: flags
        .filter(({ open }) => open)
        .map(({ measure, place: at, verdict }) => ({ measure, place: at, verdict })),
      taken: ofSetting.length - absent.filter(({ isSetting }) => isSetting).length,
      unanswered: absent.filter((one) => !accepted(one)).length,
    };
  }
}

/** Whether a place adds to the standing what it did before. */
const isEqual = (now: AtPlace, before: AtPlace | undefined): boolean =>
  before !== undefined &&
  now.mark === before.mark &&
  now.taken === before.taken &&
  now.unanswered === before.unanswered &&
  now.flagsOpen.length === before.flagsOpen.length &&
  now.flagsOpen.every(({ measure, verdict }, turn) => measure === before.flagsOpen[turn].measure && verdict === before.flagsOpen[turn].verdict); // prettier-ignore

const cylinderOf = (valve: string) => String(parseValve(valve)!.cylinder);
