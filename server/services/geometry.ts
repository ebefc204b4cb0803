import type { z } from 'zod';
import type { geometryAnswer, lengthsAnswer } from '../../contracts/geometry.js';
import { SCHOOL_WHY } from '../../contracts/wording/geometry.js';
import { wordLackOf } from '../../contracts/wording/hint.js';
import type { EngineFile } from '../../core/sheet/engine-file.js';
import { engineLengths, type RodCandidate } from '../../core/sheet/engine-lengths.js';
import { keptRods } from '../../core/sheet/kept-rods.js';
import { judgingOf } from '../../core/sheet/judging-of.js';
import type { Judging } from '../../core/sheet/judging.js';
import { rodsKeptOf } from '../../core/sheet/papers.js';
import { liftShort } from '../../core/sheet/lift-short.js';
import { predictedMark } from '../../core/sheet/predicted-mark.js';
import { secondReading } from '../../core/sheet/second-reading.js';
import { rockerGeometry, type RockerGeometry } from '../../core/sheet/rocker-geometry.js';
import { standOf } from '../../core/sheet/stand.js';
import type { Lack } from '../../core/valvetrain/mock-up.js';
import { toolTurns } from '../../core/valvetrain/pushrod-set-up.js';
import { allParts } from './parts-book.js';
import type { Context } from './context.js';

/** What is computed of an engine's rods and rockers, as a screen shows it. */

const wordLacks = (lacks: readonly Lack[]) => lacks.map((code) => ({ code, message: wordLackOf(code) }));

const judged = (file: EngineFile): Judging => judgingOf(file, standOf(file));

const candidateOf = ({ rod: { item, from, free }, ...stands }: RodCandidate) => ({
  itemId: item.id,
  title: item.title,
  from,
  free,
  ...stands,
});

/** The lengths of an engine with what can be had in the shop's book of parts. */
export async function lengthsOf(context: Context, file: EngineFile): Promise<z.infer<typeof lengthsAnswer>> {
  const { items, shelf } = await allParts(context);
  const judging = judged(file);
  const said = rodsKeptOf(file);
  const { needs, sets, stopShims, missing } = engineLengths(judging, items, shelf);
  return {
    unit: 'mm',
    convention: judging.stand.seen().onFile.pushrods?.convention ?? null,
    needs: needs.map(({ need, lacks, candidates, pick, soonest, ...told }) => {
      const { geometry, wanted, ...said } = need;
      return {
        ...said,
        ...told,
        window: wanted && wanted.window,
        lacks: wordLacks(lacks),
        candidates: candidates.map(candidateOf),
        pick: pick && candidateOf(pick),
        soonest: soonest && candidateOf(soonest),
      };
    }),
    sets,
    kept: said
      ? keptRods(
          judging,
          needs.map(({ need }) => need),
          said,
        )
      : [],
    stopShims,
    missing,
  };
}

const tooSteepOf = (found: RockerGeometry) => {
  if (!found.tooSteep) return null;
  const at = ({ place, tried }: { place: string; tried: number }) => ({ place, tried });
  return { misread: at(found.tooSteep.misread), beside: at(found.tooSteep.beside) };
};

/** What the trials of both kinds come to. */
export function geometryOf(file: EngineFile): z.infer<typeof geometryAnswer> {
  const judging = judged(file);
  const kinds = (['I', 'E'] as const).map((kind) => {
    const found = rockerGeometry(judging, { kind });
    const { school, opinions, why, fit, problems, next, toBuild, best, trials, apart, isRough, tool, ...told } = found;
    return {
      ...told,
      best,
      school,
      trials: trials.map(({ isBarred, takenAt, ...one }) => ({ ...one, short: liftShort(found, one) })),
      problems: problems.map(({ code }) => code),
      schools: opinions.map((one) => ({ ...one, why: one.school === school && why ? why : SCHOOL_WHY[one.school] })),
      fit: fit && { ...fit, solutions: fit.solutions.map((one) => one.best) },
      second: secondReading(found, file.spec.practice),
      predicted: best === null ? null : predictedMark(found, best),
      next: next && { ...next, checkingRodTurns: tool ? toolTurns(tool, next.setting) : null }, // prettier-ignore
      tooSteep: tooSteepOf(found),
      toBuild: toBuild && { shift: toBuild.shift, lacks: wordLacks(toBuild.lacks) },
    };
  });
  return { unit: 'mm', kinds };
}
