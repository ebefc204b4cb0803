import Button from '@mui/material/Button';
import useMediaQuery from '@mui/material/useMediaQuery';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { useSnackbar } from 'notistack';
import { useEffect, useMemo, useState, type KeyboardEvent } from 'react';
import { Link } from 'react-router';
import type { EnginePromise, PromisesAnswer } from '../../../contracts/promise.js';
import { sayChance } from '../../../contracts/wording/chance.js';
import { daysBetween, isAtRisk, wordKept, wordPromise } from '../../../contracts/wording/promise.js';
import { daysFrom, minutesByDay } from '../../../core/drawing/week-chart.js';
import { dayNumber, dayOf } from '../../../core/plan/recheck-due.js';
import { dayIn, startOfDay, WorkTime } from '../../../core/plan/work-time.js';
import { likelyOf, seedOf, type Likely } from '../../../core/sheet/likely.js';
import type { StepLeft } from '../../../core/sheet/work-left.js';
import { sayDay } from '../../app/say-day.js';
import { sayError } from '../../app/api.js';
import { changeJob } from '../../app/change-job.js';
import { Page } from '../../app/Page.js';
import { WeekChart, type WeekRow } from '../../drawings/WeekChart.js';
import { usePromises } from '../../state/promises.js';
import { useLooksOn } from '../../state/session.js';
import './week.css';

/** How an engine would go from another day on; the work is the same, the chances are the same. */
function movedTo(engine: EnginePromise, { work, from, pace }: PromisesAnswer, startOn: string | null): EnginePromise {
  const begins = startOn === null ? from : Math.max(from, startOfDay(startOn, work.timeZone));
  const likely: Likely = likelyOf(engine.steps as StepLeft[], work, {
    from: begins,
    promised: engine.promised,
    seed: seedOf(engine.id),
    pace,
  });
  return { ...engine, ...likely, startOn };
}

/** A week or two of the shop: which engine is worked on when, and what becomes of its promise when it is moved. */
export function Week() {
  const { answer, failure, held: heldWords, load, loadHeld } = usePromises();
  const looksOn = useLooksOn();
  const { enqueueSnackbar } = useSnackbar();
  const [active, setActive] = useState<string | null>(null);
  /** Where the active engine was moved to, before it is let go. */
  const [held, setHeld] = useState<{ id: string; by: number } | null>(null);
  const [first, setFirst] = useState(0);
  const [isPhone, isTablet] = [useMediaQuery('(max-width: 640px)'), useMediaQuery('(max-width: 1000px)')];
  /** As many days as have room for their dates. */
  const seen = isPhone ? 4 : isTablet ? 7 : 14;
  useEffect(() => {
    if (!looksOn) void load().then(loadHeld);
  }, [load, loadHeld, looksOn]);
  const today = answer ? dayIn(answer.from, answer.work.timeZone) : format(new Date(), 'yyyy-MM-dd');
  const firstDay = dayOf(dayNumber(today) + first);
  const days = daysFrom(firstDay, seen);
  /** Minutes that one pair of hands has on each day. */
  const hasOf = useMemo(() => {
    if (!answer) return new Map<string, number>();
    const { timeZone } = answer.work;
    const time = new WorkTime(answer.work, startOfDay(firstDay, timeZone));
    const on = (day: string) => startOfDay(day, timeZone);
    return new Map(daysFrom(firstDay, seen).map((day) => [day, time.minutesBetween(on(day), on(dayOf(dayNumber(day) + 1)))])); // prettier-ignore
  }, [answer, firstDay, seen]);
  if (!answer)
    return (
      <Page title="Week">
        <p>{looksOn ? 'Who looks on plans no week.' : (failure ?? 'Working out what is left …')}</p>
      </Page>
    );
  const { work } = answer;
  const startOf = (engine: EnginePromise) =>
    engine.startOn ?? dayIn(engine.pieces[0]?.from ?? answer.from, work.timeZone);
  const target = (engine: EnginePromise, by: number) => {
    const day = dayOf(dayNumber(startOf(engine)) + by);
    return day <= today ? null : day;
  };
  const shown = answer.engines.map((engine) => (held?.id === engine.id && held.by !== 0 ? movedTo(engine, answer, target(engine, held.by)) : engine)); // prettier-ignore
  const dayOfMoment = (at: number) => dayIn(at, work.timeZone);
  const rows = shown.map((engine): WeekRow => {
    const worked = minutesByDay(engine.pieces, dayOfMoment);
    return {
      id: engine.id,
      tag: engine.tag,
      says: wordPromise(engine, sayDay).replace(/:.*$/, ''),
      isRisky: isAtRisk(engine),
      promised: engine.promised,
      days: worked,
      waits: new Set(engine.waits.map(({ from }) => dayOfMoment(from))),
    };
  });
  const hours = new Map(days.map((day) => [day, { asked: rows.reduce((sum, row) => sum + (row.days.get(day) ?? 0), 0), has: (hasOf.get(day) ?? 0) * Math.max(1, answer.hands) }])); // prettier-ignore
  const file = async (id: string, by: number) => {
    const engine = answer.engines.find((one) => one.id === id)!;
    setHeld(null);
    if (by === 0) return;
    const startOn = target(engine, by);
    try {
      await changeJob(id, { startOn });
      await load();
      enqueueSnackbar(
        startOn ? `${engine.tag} begins on ${sayDay(startOn)}` : `${engine.tag} begins as soon as a hand is free`,
      );
    } catch (error) {
      enqueueSnackbar(sayError(error), { variant: 'error', persist: true });
    }
  };
  const onKey = (event: KeyboardEvent, id: string) => {
    const by = held?.id === id ? held.by : 0;
    if (event.key === 'ArrowRight' || event.key === 'ArrowLeft')
      setHeld({ id, by: by + (event.key === 'ArrowRight' ? 1 : -1) });
    else if (event.key === 'Enter' && by !== 0) void file(id, by);
    else if (event.key === 'Escape' && held) setHeld(null);
    else return;
    event.preventDefault();
  };
  const before = held && answer.engines.find(({ id }) => id === held.id);
  const after = held && shown.find(({ id }) => id === held.id);
  return (
    <Page
      title="Week"
      aside={`${answer.engines.length} engines in work, ${answer.hands} ${answer.hands === 1 ? 'pair' : 'pairs'} of hands`}
      action={
        <>
          <Button onClick={() => setFirst(first - Math.min(7, seen))}>Earlier</Button>
          <Button disabled={first === 0} onClick={() => setFirst(0)}>
            Today
          </Button>
          <Button onClick={() => setFirst(first + Math.min(7, seen))}>Later</Button>
        </>
      }
    >
      <p className="week-keys">
        <kbd>Tab</kbd> engine <kbd>←</kbd> <kbd>→</kbd> move by a day <kbd>Enter</kbd> let go there <kbd>Esc</kbd> leave
        it where it was; or drag a bar.
      </p>
      <p className="week-says" role="status" aria-live="polite">
        {before && after && held.by !== 0 ? (
          <>
            <strong>{after.tag}</strong> from {sayDay(target(before, held.by) ?? today)}: ready {sayDay(after.readyOn)}
            {before.readyOn !== after.readyOn && ` instead of ${sayDay(before.readyOn)}`}
            {after.promised !== null && (
              <span className={isAtRisk(after) ? 'week-risk' : undefined}>
                , promised for {sayDay(after.promised)} ({sayChance(after.share ?? 0)}, now{' '}
                {sayChance(before.share ?? 0)})
                {daysBetween(after.promised, after.readyOn) > 0 &&
                  `, ${daysBetween(after.promised, after.readyOn)} days late`}
              </span>
            )}
            . <kbd>Enter</kbd>
          </>
        ) : (
          'A bar that is moved says here what becomes of its promise, before it is let go.'
        )}
      </p>
      <WeekChart
        days={days.map((day) => ({
          day,
          title: format(parseISO(day), 'EEE d MMM'),
          isClosed: (hasOf.get(day) ?? 0) === 0,
          isToday: day === today,
        }))}
        rows={rows}
        active={active}
        load={hours}
        longest={Math.max(60, ...hasOf.values())}
        onPick={(id) => {
          setActive(id);
          if (held && held.id !== id) setHeld(null);
        }}
        onMove={(id, by) => setHeld((now) => (now?.id === id && now.by === by ? now : { id, by }))}
        onLetGo={() => held && void file(held.id, held.by)}
        onKey={onKey}
      />
      <ul className="plain-list week-list">
        {shown.map((engine) => (
          <li key={engine.id}>
            <Link to={`/engines/${engine.id}/path`}>{engine.tag}</Link> {engine.customer}, {wordPromise(engine, sayDay)}
            {engine.surelyOn > engine.readyOn && `; very likely by ${sayDay(engine.surelyOn)} (90%)`}
          </li>
        ))}
      </ul>
      {heldWords && heldWords.length > 0 && (
        <section aria-label="Promises so far" className="week-held">
          <h2>Promises so far</h2>
          <ul className="plain-list">
            {heldWords.map((one) => (
              <li key={one.from}>{wordKept(one)}</li>
            ))}
          </ul>
        </section>
      )}
    </Page>
  );
}
