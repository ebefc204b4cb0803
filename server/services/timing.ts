import type { z } from 'zod';
import type { timingAnswer } from '../../contracts/timing.js';
import { wordDiagnosis, wordNose } from '../../contracts/wording/timing.js';
import type { Diagnosis } from '../../core/cam/events-whole.js';
import type { EngineFile } from '../../core/sheet/engine-file.js';
import { sheetOf } from '../../core/sheet/sheet.js';
import { timingOf } from '../../core/sheet/timing.js';

function diagnosisOf(one: Diagnosis): z.infer<typeof timingAnswer>['lifts'][number]['diagnosis'][number] {
  const of = one.code === 'misread' ? one.event : one.code === 'lobe-ends' ? one.kind : null;
  const by = one.code === 'misread' ? one.by : one.code === 'lobe-ends' ? one.longerBy : one.code === 'cam-position' ? one.advancedBy : null; // prettier-ignore
  return { code: one.code, of, by, message: wordDiagnosis(one) };
}

/** What was read of an engine's cam timing, taken together and held to its card. */
export function timingAnswerOf(file: EngineFile): z.infer<typeof timingAnswer> {
  const { lifts, noses, centreline, sprocket } = timingOf(file, sheetOf(file));
  return {
    lifts: lifts.map((at) => ({ ...at, diagnosis: at.diagnosis.map(diagnosisOf) })),
    noses: {
      I: { ...noses.I, message: wordNose('I', noses.I) },
      E: { ...noses.E, message: wordNose('E', noses.E) },
    },
    centreline,
    sprocket,
  };
}
