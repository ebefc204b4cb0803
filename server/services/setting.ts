import type { z } from 'zod';
import type {
  hintAnswerRequest,
  setAsideRequest,
  settingWayRequest,
  slackRoundRequest,
} from '../../contracts/setting.js';
import type { Person } from '../../contracts/shop.js';
import type { Engine } from '../../core/engine/engine.js';
import { placesOf } from '../../core/engine/places.js';
import { type HintAnswer, type SetAside, type SettingWay, type SlackRound } from '../../core/sheet/acts.js';
import { Failure } from '../failure.js';
import { fileAct } from './acts.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

/** @throws Failure reading.unknown-place */
export function checkPlaces(engine: Engine, places: string[], path: string): void {
  const known = placesOf(engine, 'valve');
  const issues = places.flatMap((place, index) =>
    known.includes(place)
      ? []
      : [{ path: path === 'place' ? path : `${path}.${index}`, message: `this engine has no valve ${place}` }],
  );
  if (issues.length > 0) throw new Failure('reading.unknown-place', issues);
}

/** What people do while the valves are set, besides measuring. Each is an act of the engine, and of the log. */
export class Setting {
  constructor(
    private readonly context: Context,
    private readonly engines: Engines,
  ) {}

  /** From here on the valves are set in this way. @throws Failure act.id-taken */
  async choose(engineId: string, by: Person, { id, method, along }: z.infer<typeof settingWayRequest>) {
    const act = { kind: 'setting-way' as const, ...this.hand(id, by), method, along };
    return this.file(engineId, act, 'setting.way-chosen', { method, along }) as Promise<SettingWay>;
  }

  /** Valves are left out for now, or taken up again. @throws Failure act.id-taken, reading.unknown-place */
  async setAside(engineId: string, by: Person, { id, places, reason }: z.infer<typeof setAsideRequest>) {
    checkPlaces((await this.engines.get(engineId)).engine, places, 'places');
    const act = { kind: 'set-aside' as const, ...this.hand(id, by), places, reason };
    return this.file(engineId, act, 'setting.set-aside', { places, reason }) as Promise<SetAside>;
  }

  /** A quarter was looked at. @throws Failure act.id-taken, reading.unknown-place */
  async takeUp(engineId: string, by: Person, { id, crankDeg, loose }: z.infer<typeof slackRoundRequest>) {
    checkPlaces((await this.engines.get(engineId)).engine, loose, 'loose');
    const act = { kind: 'slack-round' as const, ...this.hand(id, by), crankDeg, loose };
    return this.file(engineId, act, 'setting.slack-taken', { crankDeg, loose }) as Promise<SlackRound>;
  }

  /**
   * What was odd about a reading was looked at. It must be odd: a hint that does not stand there cannot be answered.
   *
   * @throws Failure act.id-taken, hint.not-there
   */
  async answerHint(engineId: string, by: Person, { id, readingId, hint, reason }: z.infer<typeof hintAnswerRequest>) {
    const { rows } = await this.engines.sheet(engineId);
    const isThere = rows.some((row) => row.readingId === readingId && row.hints.some(({ code }) => code === hint));
    if (!isThere) throw new Failure('hint.not-there', [{ path: 'hint', message: `nothing like that: ${hint}` }]);
    const act = { kind: 'hint-answer' as const, ...this.hand(id, by), readingId, hint, reason };
    return this.file(engineId, act, 'hint.answered', { readingId, hint, reason }) as Promise<HintAnswer>;
  }

  private hand(id: string | undefined, by: Person) {
    const { clock, newId } = this.context;
    return { id: id ?? newId(), by: by.handle, at: clock.now().toISOString() };
  }

  private async file(engineId: string, act: Parameters<typeof fileAct>[3], name: string, body: object) {
    const { kind, ...filed } = await fileAct(this.context, this.engines, await this.engines.inWork(engineId), act, name, body); // prettier-ignore
    return filed;
  }
}
