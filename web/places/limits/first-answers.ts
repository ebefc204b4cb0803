import { STOP_METHODS } from '../../../core/cam/valve-stops.js';
import type { Lifter } from '../../../core/engine/engine.js';
import { ENGINE_KINDS, firstSet, type EngineKind, type FirstAnswers } from '../../../core/plan/first-set.js';
import type { SpecSet } from '../../../core/plan/spec-sets.js';
import { SCHOOLS } from '../../../core/valvetrain/schools.js';
import { SCHOOL_WHY } from '../../../contracts/wording/geometry.js';

export const KIND_NAME: Record<EngineKind, string> = {
  road: 'Road and circuit',
  boat: 'Hydroplane',
  tractor: 'Pulling tractor',
  sidecar: 'Sidecar',
  pump: 'Pump race',
};
export const LIFTERS: readonly Lifter[] = ['hydraulic', 'solid'];
export const LENGTHS = ['in', 'mm'] as const;

/** One of a few words as it stands in an address; null while it is not said, or said wrongly. */
const oneOf = <Word extends string>(words: readonly Word[], word: string | null): Word | null =>
  words.find((one) => one === word) ?? null;

/** What was asked so far, as the address has it: a page that is loaded again knows it still. */
export const answeredIn = (asked: URLSearchParams) => ({
  kind: oneOf(ENGINE_KINDS, asked.get('kind')),
  lifter: oneOf(LIFTERS, asked.get('lifter')),
  lengths: oneOf(LENGTHS, asked.get('lengths')),
  method: oneOf(STOP_METHODS, asked.get('method')),
  school: oneOf(SCHOOLS, asked.get('school')),
});
export type Answered = ReturnType<typeof answeredIn>;

/** The answers, once all are given. */
export function allAnswers({ kind, lifter, lengths, method, school }: Answered): FirstAnswers | null {
  return kind && lifter && lengths && method && school
    ? { kind, lifter, lengths, method, school, why: SCHOOL_WHY[school] }
    : null;
}

/** What the set is begun from: the nearest example, or its practice alone. */
export function startOf(answers: FirstAnswers, isBlank: boolean): SpecSet {
  const set = firstSet(answers);
  return isBlank ? { ...set, limits: [] } : set;
}
