import { useMemo, useState } from 'react';
import { useWatch } from 'react-hook-form';
import { wordImpossibility } from '../../../contracts/wording/impossible.js';
import type { LobeSweep } from '../../../core/cam/lobe-sweep.js';
import { parsePoints } from '../../../core/cam/parse-points.js';
import { ratioOf, type Engine } from '../../../core/engine/engine.js';
import { parseValve, placesOf } from '../../../core/engine/places.js';
import { parseEntered } from '../../../core/units/parse-entered.js';
import { useDesk } from '../../state/use-desk.js';
import { useDraftForm } from '../../state/draft.js';
import { useLobeAnalysis } from '../../workers/use-lobe-analysis.js';

function number(text: string): number | null {
  const parsed = parseEntered(text);
  return parsed.ok ? parsed.value : null;
}

const ratioOfLobe = (engine: Engine, place: string) => String(ratioOf(engine, parseValve(place)!.kind));

/** What was kept of a lobe, as text, so that it is seen again and can be gone on with. */
function keptOf(sweeps: readonly LobeSweep[], place: string) {
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
}

/** A sweep while it is typed: its form, what is wrong with it, and what its lobe tells, smoothed in the worker. */
export function useSweep() {
  const { engine, card, sweeps } = useDesk();
  const valves = placesOf(engine!, 'valve');
  const [place, setPlace] = useState(sweeps.at(-1)?.place ?? (valves.includes('1I') ? '1I' : valves[0]));
  const filed = useMemo(
    () => ({
      place,
      unit: card?.printed.unit ?? engine!.thread.unit,
      measuredAt: 'lobe' as 'lobe' | 'valve',
      ratio: ratioOfLobe(engine!, place),
      lash: '0',
      start: '',
      step: '',
      text: '',
      ...keptOf(sweeps, place),
    }),
    [engine, card, sweeps, place],
  );
  const { form, isDraft, settle } = useDraftForm(`${engine!.id}.sweep`, filed);
  const { setValue } = form;
  const typed = useWatch({ control: form.control }) as typeof filed;

  const parsed = useMemo(
    () => parsePoints({ text: typed.text, startDeg: number(typed.start), stepDeg: number(typed.step) }),
    [typed.text, typed.start, typed.step],
  );
  const [ratio, lash] = [number(typed.ratio), number(typed.lash)];
  const atValve = typed.measuredAt === 'valve';
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
      unit: typed.unit,
      points: parsed.points,
      measuredAt: typed.measuredAt,
      ...(atValve ? { rockerRatio: ratio!, lash: lash! } : {}),
    };
  }, [parsed, typed.unit, typed.measuredAt, atValve, ratio, lash, wrong.ratio, wrong.lash]);
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
    typed,
    liftsAsked,
    askLifts,
    isDraft,
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
      if (isDraft && typed.text.trim() !== '' && typed.text !== keptOf(sweeps, typed.place)?.text) {
        setValue('place', to);
        setValue('ratio', ratioOfLobe(engine!, to));
      } else settle();
    },
    /** Filed, or thrown away: the form holds what is kept of its lobe. */
    settle: () => {
      setPlace(typed.place);
      settle();
    },
  };
}
