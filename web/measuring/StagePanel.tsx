import { useMemo, type ReactNode } from 'react';
import { wordLimit } from '../../contracts/wording/limit.js';
import { wordTerms } from '../../contracts/wording/formula.js';
import { feeds } from '../../core/derive/rules.js';
import type { Stage } from '../../core/plan/measure.js';
import { measureOf } from '../../core/plan/measures.js';
import { uncertaintyOf } from '../../core/plan/practice.js';
import { limitAt, type AppliedLimit } from '../../core/sheet/limits.js';
import { answerAt } from '../../core/sheet/answer.js';
import { formatFigure, formatRow, UNIT_NAME } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';
import { FormulaLine } from '../drawings/FormulaLine.js';
import { MarginBar } from '../drawings/MarginBar.js';
import { VerdictMark } from '../drawings/VerdictMark.js';
import { useDesk } from '../state/use-desk.js';
import {
  Cautions,
  ComesFirst,
  Hints,
  JustTaken,
  LimitNote,
  Narrow,
  sayDerived,
  StandingCaution,
} from './panel-parts.js';
import { NumberField } from './NumberField.js';
import './panel.css';
import { ReadHereBefore } from './ReadHereBefore.js';
import { Pictures } from './Pictures.js';
import { saySpare } from './say-spare.js';
import type { EntryState, Target } from './use-entry.js';
import type { Corrections } from './use-corrections.js';

export interface PanelProps {
  stage: Stage;
  title: string;
  /** What to do now, in a sentence or two. */
  todo: ReactNode;
  target: Target;
  entry: EntryState;
  corrections: Corrections;
  lengthUnit: Unit;
  children?: ReactNode;
  /** What stands below the limit: one scrolls to it. */
  below?: ReactNode;
  /** The keys for a finger. */
  pad?: ReactNode;
  /** At the end of the stage: what is open, and where the way goes on. */
  ending?: ReactNode;
  /** Behind the hints: a way to what they are about. */
  wayThere?: ReactNode;
}

/** The limit that a value will be judged by before there is one: its own, or that of what follows from it. */
function useLimitAhead({ slot, measure }: Target): AppliedLimit | null {
  const judging = useDesk((desk) => desk.judging!);
  return useMemo(() => {
    const { practice } = judging.spec;
    const of = (key: string) =>
      limitAt(
        judging,
        key,
        slot.place,
        uncertaintyOf(practice, measureOf(key)),
        key === measure.key ? slot.at : undefined,
      );
    return [measure.key, ...feeds(measure.key)].map(of).find((limit) => limit !== null) ?? null;
  }, [judging, slot, measure]);
}

/** The panel beside a measuring drawing: what to do, the number, how its verdict comes about, what was read before. */
export function StagePanel({
  stage,
  title,
  todo,
  target,
  entry,
  corrections,
  lengthUnit,
  children,
  below,
  pad,
  ending,
  wayThere,
}: PanelProps) {
  const sheet = useDesk((desk) => desk.sheet!);
  const stand = useDesk((desk) => desk.stand!);
  const { slot, measure, unit } = target;
  const { preview } = entry;
  const judged = preview ?? answerAt(sheet, slot);
  const ahead = useLimitAhead(target);
  const latest = stand.tries(slot).findLast(({ derived }) => !derived);

  const [own, ...made] = judged?.rows ?? [];
  // Both are always shown, what is typed and what it makes; the spec set names the one that is judged.
  const through = judged?.judgedAs;
  const makes = made.find((row) => row.measure === through?.measure) ?? made[0] ?? own;
  const value = through?.value ?? own?.value;
  // What nobody typed is named with its figure; the number above it is what was typed here, if anything.
  const named = through ?? (own?.derivedFrom || own?.corrected || own?.meanOf ? own : undefined);
  // The limit ahead may be that of a value that follows: it bounds nothing that was read.
  const limit = judged ? judged.limit : ahead;
  const shownIn = (key: string): Unit => {
    const { quantity, units } = measureOf(key);
    return quantity === 'angle' ? 'deg' : quantity === 'length' ? lengthUnit : units[0];
  };
  const siblings = limit
    ? sheet.rows
        .filter((row) => row.measure === limit.measure && row.place !== slot.place && row.occasion === slot.occasion)
        .map((row) => row.value)
    : [];
  // What stands large is what was typed: how far that is trusted.
  const { practice } = useDesk((desk) => desk.judging!).spec;
  const trusted = limit?.measure === measure.key ? limit.uncertainty : uncertaintyOf(practice, measure);
  const trust = judged && limit && !measure.options ? trusted : null;
  const name = [
    title,
    ...(title === measure.title ? [] : [measure.title.toLowerCase()]),
    ...(measure.options ? [] : [UNIT_NAME[entry.unit]]),
    ...(limit ? [`limit ${wordLimit(limit.stated)}`] : []),
  ].join(', ');
  const formula = makes?.derivedFrom?.formula ?? own?.corrected?.formula;
  return (
    <aside className="now" aria-label="What to do now">
      <div className="now-head">
        <h2>{title}</h2>
        <NumberField target={target} entry={entry} latest={latest} name={name} trust={trust} />
        {entry.problem && (
          <p role="alert" className="now-problem">
            {measure.title}: {entry.problem}
          </p>
        )}
        {judged && (
          <p className="now-verdict">
            {named && (
              <>
                {own?.meanOf && named === own ? `mean of ${own.meanOf}` : measureOf(named.measure).title.toLowerCase()}{' '}
                <strong className="figure">{formatRow(named, shownIn(named.measure))}</strong>{' '}
              </>
            )}
            {judged.verdict !== 'unjudged' && <VerdictMark mark={judged.verdict} size={16} />}
            {judged.limit && value !== undefined && (
              <span className="now-spare">, {saySpare(value, judged.limit, shownIn(judged.limit.measure))}</span>
            )}
          </p>
        )}
      </div>
      <div className="now-rest" tabIndex={0} data-scrolls>
        {ending}
        <Cautions stage={stage} />
        <div className="now-todo">{todo}</div>
        <ComesFirst measure={slot.measure} />
        {limit && (
          <MarginBar
            limit={limit}
            preferred={limit.preferred}
            uncertainty={limit.uncertainty}
            value={value ?? null}
            mark={judged && judged.verdict !== 'unjudged' ? judged.verdict : 'missing'}
            siblings={siblings}
            figure={(edge) => formatFigure(edge, shownIn(limit.measure))}
          />
        )}
        {formula && (
          <FormulaLine
            of={
              makes === own || through?.measure === makes.measure
                ? null
                : `${measureOf(makes.measure).title.toLowerCase()} ${formatRow(makes, shownIn(makes.measure))}`
            }
            terms={wordTerms(formula.terms, lengthUnit)}
          />
        )}
        {judged && (
          <Hints hints={judged.hints} unit={unit} at={slot} readingIds={preview || !own ? [] : [own.readingId]} />
        )}
        {wayThere}
        {children}
        <JustTaken
          readingId={entry.lastTaken}
          corrections={corrections}
          shown={(rows) => sayDerived(rows, lengthUnit)}
        />
        <LimitNote limit={limit} of={measure.key} />
        {limit && <Narrow measure={limit.measure} place={slot.place} />}
        <ReadHereBefore slot={slot} entry={entry} corrections={corrections} />
        {below}
        <Pictures stage={stage} place={slot.place} />
      </div>
      {pad}
      <StandingCaution stage={stage} />
    </aside>
  );
}
