import { useMemo, useState } from 'react';
import { wordImpossibility } from '../../../contracts/wording/impossible.js';
import { parsePoints } from '../../../core/cam/parse-points.js';
import { ratioOf } from '../../../core/engine/engine.js';
import { parseValve, placesOf } from '../../../core/engine/places.js';
import { parseEntered } from '../../../core/units/parse-entered.js';
import { useDesk } from '../../state/use-desk.js';
import { useDraft } from '../../state/draft.js';
import { useLobeAnalysis } from '../../workers/use-lobe-analysis.js';

function number(text: string): number | null {
  const parsed = parseEntered(text);
  return parsed.ok ? parsed.value : null;
}

/** A sweep while it is typed: its form, what is wrong with it, and what its lobe tells, smoothed in the worker. */
export function useSweep() {
  const { engine, card, sweeps } = useDesk();
  const valves = placesOf(engine!, 'valve');
  /** What was kept of this lobe, as text, so that it is seen again and can be gone on with. */
  const keptOf = (place: string) => {
    const kept = sweeps.findLast((sweep) => sweep.place === place);
    return kept
      ? {
          text: kept.points.map((point) => point.join(', ')).join('\n'),
          unit: kept.unit,
          measuredAt: kept.measuredAt,
          ...(kept.rockerRatio === undefined ? {} : { ratio: String(kept.rockerRatio) }),
          ...(kept.lash === undefined ? {} : { lash: String(kept.lash) }),
        }
      : null;
  };
  const ratioAt = (place: string) => String(ratioOf(engine!, parseValve(place)!.kind));
  const [place, setPlace] = useState(sweeps.at(-1)?.place ?? (valves.includes('1I') ? '1I' : valves[0]));
  const { form, isDraft, change, settle } = useDraft(`${engine!.id}.sweep`, () => ({
    place,
    unit: card?.printed.unit ?? engine!.thread.unit,
    measuredAt: 'lobe' as 'lobe' | 'valve',
    ratio: ratioAt(place),
    lash: '0',
    start: '',
    step: '',
    text: '',
    ...keptOf(place),
  }));

  const parsed = useMemo(
    () => parsePoints({ text: form.text, startDeg: number(form.start), stepDeg: number(form.step) }),
    [form.text, form.start, form.step],
  );
  const [ratio, lash] = [number(form.ratio), number(form.lash)];
  const atValve = form.measuredAt === 'valve';
  // A question about the lobe and no part of it: it is not kept.
  const [liftsAsked, askLifts] = useState('');
  const lifts = useMemo(
    () =>
      liftsAsked
        .split(/[\s;]+/)
        .filter(Boolean)
        .map(number),
    [liftsAsked],
  );
  const wrong = {
    ratio: atValve && (ratio === null || ratio <= 0),
    lash: atValve && (lash === null || lash < 0),
    lifts: lifts.some((lift) => lift === null || lift <= 0),
  };
  /** As it is kept; null while there is none, or a field of it is wrong. */
  const sweep = useMemo(() => {
    if (parsed.points.length === 0 || parsed.issues.length > 0 || wrong.ratio || wrong.lash) return null;
    return {
      unit: form.unit,
      points: parsed.points,
      measuredAt: form.measuredAt,
      ...(atValve ? { rockerRatio: ratio!, lash: lash! } : {}),
    };
  }, [parsed, form.unit, form.measuredAt, atValve, ratio, lash, wrong.ratio, wrong.lash]);
  const asked = useMemo(
    () => sweep && { ...sweep, ...(lifts.length > 0 && !wrong.lifts ? { lifts: lifts as number[] } : {}) },
    [sweep, lifts, wrong.lifts],
  );
  const { outcome, slow } = useLobeAnalysis(asked);
  const refused = (ofLifts: boolean) =>
    outcome && !outcome.ok
      ? outcome.issues
          .filter(({ path }) => path.startsWith('lifts') === ofLifts)
          .map(({ message }) => message)
          .join('; ')
      : '';

  return {
    valves,
    form,
    liftsAsked,
    askLifts,
    isDraft,
    change,
    sweep,
    slow,
    analysis: outcome?.ok ? outcome.analysis : null,
    atValve,
    /** What is wrong with a field, in words; empty where nothing is. */
    problems: {
      ratio: wrong.ratio ? 'a ratio above zero' : '',
      lash: wrong.lash ? 'a lash, zero or more' : '',
      lifts: wrong.lifts ? 'lifts above zero, e.g. 0.05 0.1' : refused(true),
      points: parsed.issues.slice(0, 3).map(wordImpossibility).join('; ') || refused(false),
    },
    /** To another lobe. Points that were typed and not kept yet stay, for whoever chose the wrong lobe first. */
    goTo: (to: string) => {
      setPlace(to);
      if (isDraft && form.text.trim() !== '' && form.text !== keptOf(form.place)?.text)
        change({ place: to, ratio: ratioAt(to) });
      else settle();
    },
    /** Filed, or thrown away: the form holds what is kept of its lobe. */
    settle: () => {
      setPlace(form.place);
      settle();
    },
  };
}
