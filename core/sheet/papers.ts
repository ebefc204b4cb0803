import { completeCard, type CamCard, type CompletedCard } from '../cam/cam-card.js';
import type { LobeSweep } from '../cam/lobe-sweep.js';
import type { EngineData } from '../engine/engine-data.js';
import type { ValveKind } from '../engine/engine.js';
import type { Part } from '../parts/part.js';
import type { Occasion, Running } from '../plan/running.js';
import type { ChosenSetting } from '../valvetrain/chosen-setting.js';
import type { MockUp } from '../valvetrain/mock-up.js';
import type { PushrodSetUp } from '../valvetrain/pushrod-set-up.js';
import type { RockerSetUp } from '../valvetrain/rocker-set-up.js';
import type { RodsKept } from '../valvetrain/rods-kept.js';
import { nestOf, type NestSaid, type Springs } from '../valvetrain/spring-nest.js';

/** What is kept whole with an engine and filed anew rather than edited. Its kinds are rows of `contracts/papers/`. */
export interface Paper {
  id: string;
  kind: string;
  body: unknown;
  by: string;
  /** When it was filed; ISO 8601, UTC. */
  at: string;
}

type Filed = { papers: readonly Paper[] };

const completed = new WeakMap<object, CompletedCard>();

/** The newest cam card, completed, or null. Completing takes a while and is asked for often: once a card. */
export function cardOf({ papers }: Filed): CompletedCard | null {
  const body = papers.findLast(({ kind }) => kind === 'cam-card')?.body as CamCard | undefined;
  if (!body) return null;
  const known = completed.get(body) ?? completeCard(body);
  completed.set(body, known);
  return known;
}

/** The lobes that were swept, in the order in which they were. */
export const sweepsOf = ({ papers }: Filed): LobeSweep[] =>
  papers
    .filter(({ kind }) => kind === 'lobe-sweep')
    .map(({ id, body, by, at }) => ({ id, ...(body as Omit<LobeSweep, 'id' | 'by' | 'at'>), by, at }));

const newest = <Body>({ papers }: Filed, kind: string) =>
  papers.findLast((paper) => paper.kind === kind)?.body as Body | undefined;

/** The engine's figures that are on file: bore, stroke, rod … */
export const engineDataOf = (filed: Filed): EngineData =>
  newest<{ figures: EngineData }>(filed, 'engine-data')?.figures ?? {};

/** The parts that go into it, as far as they are written down. */
export const partsOf = (filed: Filed): Part[] => newest<{ parts: Part[] }>(filed, 'parts')?.parts ?? [];

/** What the shop keeps in mind about the job; on no record. */
export interface Job {
  /** The day it is promised for: `2026-12-18`. */
  promised?: string;
  /** The day on which the work on it begins, where the shop has put it off. */
  startOn?: string;
  notes?: string;
}
export const jobOf = (filed: Filed): Job => newest<Job>(filed, 'job') ?? {};

/** Where an engine came from that was opened in another Utex first. */
export interface Imported {
  /** Whose Utex it was; null where its file did not say. */
  shop: string | null;
  tag: string;
  engineId: string;
  /** By which set it was judged there. */
  specSet: { id: string; version: number };
  readings: number;
  dispositions: number;
  /** SHA-256 over all that was taken over, in canonical JSON. */
  contents: string;
  /** What was signed there. */
  records: { revision: number; fingerprint: string; signedAt: string; signedBy: string; shop: string }[];
}
/** From which Utex an engine came, by whom and when it was opened here; undefined where it began here. */
export const importedOf = ({ papers }: Filed): (Omit<Paper, 'body'> & { body: Imported }) | undefined =>
  papers.findLast(({ kind }) => kind === 'imported') as (Paper & { body: Imported }) | undefined;

/** The mock-ups that were filed, in the order in which they were. */
export const mockUpsOf = ({ papers }: Filed): (MockUp & { at: string })[] =>
  papers.filter(({ kind }) => kind === 'mock-up').map(({ body, at }) => ({ ...(body as MockUp), at }));

/** What rubbed on what while marks were tried, in the order in which it was filed. */
export const rockersOf = ({ papers }: Filed): (RockerSetUp & { at: string })[] =>
  papers.filter(({ kind }) => kind === 'rockers').map(({ body, at }) => ({ ...(body as RockerSetUp), at }));

/** How pushrods are measured and what they must fit, as it was filed last. */
export const pushrodsOf = (filed: Filed): PushrodSetUp | undefined => newest<PushrodSetUp>(filed, 'pushrods');

/** Rods that go in again, and what was changed since, as it was filed last. */
export const rodsKeptOf = (filed: Filed): RodsKept | undefined => newest<RodsKept>(filed, 'rods-kept');

/** The settings that were chosen, in the order in which they were. */
export const chosenOf = ({ papers }: Filed): (ChosenSetting & { by: string; at: string })[] =>
  papers
    .filter(({ kind }) => kind === 'setting-chosen')
    .map(({ body, by, at }) => ({ ...(body as ChosenSetting), by, at }));

/** The occasions on which the valves are read besides the build, in the order in which they were begun. */
export const occasionsOf = ({ papers }: Filed): Occasion[] =>
  papers.filter(({ kind }) => kind === 'occasion').map(({ body }) => body as Occasion);

/** How the engine was run, as it was told, in that order. */
export const runningOf = ({ papers }: Filed): Running[] =>
  papers.filter(({ kind }) => kind === 'running').map(({ body }) => body as Running);

/** The springs as they were filed last. */
export const springPaperOf = (filed: Filed): Springs | undefined => newest<Springs>(filed, 'springs');

/** The springs around the valves of a kind, as they were filed last, in mm and N; null while none are. */
export function springsOf(filed: Filed, valve: ValveKind): NestSaid | null {
  const said = springPaperOf(filed);
  return said ? nestOf(said, valve) : null;
}
