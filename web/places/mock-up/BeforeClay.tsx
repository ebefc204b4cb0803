import { useMemo } from 'react';
import { wordLackOf } from '../../../contracts/wording/hint.js';
import { spokenPlace } from '../../../core/engine/places.js';
import { clayPlan, type BeforeClay as Before } from '../../../core/sheet/clay-plan.js';
import { formatFigure, formatValue, UNIT_LABEL } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import { TableHead } from '../../app/TableHead.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { useLengthUnit } from '../../measuring/use-length-unit.js';
import { useDesk } from '../../state/use-desk.js';
import { AskFigures } from '../intake/AskFigures.js';
import { KIND_NAME } from './charts-of.js';
import { signed } from './WhatIf.js';

/** Nearer than this piston and head are not turned past each other without a gasket, mm: 0.020 in. */
const NEAR_MM = 0.508;

/** Which valves to check with clay, what is known before it goes in, and what it says of the valves without any. */
export function BeforeClay() {
  const { judging, sheet } = useDesk();
  const engine = useDesk((desk) => desk.engine!);
  const unit = useLengthUnit(engine.thread.unit);
  const plan = useMemo(() => clayPlan(judging!, sheet!), [judging, sheet]);
  const say = (mm: number) => formatValue(mm, unit);
  const nearest = plan.pistonToHead.reduce((least, one) => Math.min(least, one.atCheck), Infinity);
  return (
    <div className="measuring-form before-clay" tabIndex={0}>
      <h2>Before the clay, and beyond it</h2>
      {plan.isWithoutGasket && (
        <p className="now-hint" role="alert">
          The check has no gasket.{' '}
          {nearest < NEAR_MM
            ? `Piston to head is only ${say(nearest)}: it may touch. Turn by hand, slowly, or lay a gasket.`
            : 'The pistons come nearer to the head than in the build. Turn by hand, slowly.'}
        </p>
      )}
      {(['I', 'E'] as const).map((kind) => (
        <OfKind key={kind} of={plan.before[kind]} unit={unit} />
      ))}
      <section aria-label="Valves without clay">
        <h3>Valves without clay</h3>
        {plan.byAnother.length === 0 ? (
          <p>
            Clay at one cylinder stands for the others of its kind once their deck heights are read (Bottom end) and the
            valve angle is filed.
          </p>
        ) : (
          <table className="measuring-table">
            <TableHead heads={['valve', `clearance, ${UNIT_LABEL[unit]}`, 'trusted to', 'by', { unseen: 'verdict' }]} />
            <tbody>
              {plan.byAnother.map(({ place, by, clearance, uncertainty, verdict }) => (
                <tr key={place}>
                  <th scope="row">{spokenPlace(place)}</th>
                  <td className="figure">{formatFigure(clearance, unit)}</td>
                  <td className="figure">±{formatFigure(uncertainty, unit)}</td>
                  <td>by {spokenPlace(by)}</td>
                  <td>{verdict !== 'unjudged' && <VerdictMark mark={verdict} word={false} />}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
      {plan.pistonToHead.length > 0 && (
        <section aria-label="Piston to head">
          <h3>Piston to head</h3>
          <table className="measuring-table">
            <TableHead heads={['cylinder', `at the check, ${UNIT_LABEL[unit]}`, `in the build, ${UNIT_LABEL[unit]}`]} />
            <tbody>
              {plan.pistonToHead.map(({ cylinder, atCheck, inBuild }) => (
                <tr key={cylinder}>
                  <th scope="row">{cylinder}</th>
                  <td className="figure">{formatFigure(atCheck, unit)}</td>
                  <td className="figure">{formatFigure(inBuild, unit)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
    </div>
  );
}

/** Which valve of a kind comes nearest by what is known, whether it overhangs its pocket, and what the sprocket takes. */
function OfKind({ of: { kind, worst, overhang, sprocket, lacks }, unit }: { of: Before; unit: Unit }) {
  const say = (mm: number) => formatValue(Math.abs(mm), unit);
  const name = KIND_NAME[kind];
  return (
    <section aria-label={name}>
      <h3>{name}</h3>
      <p>
        {worst
          ? `Lay clay under ${spokenPlace(worst)}: highest piston and lobe.`
          : 'Read the deck heights first (Bottom end): the highest piston comes nearest.'}
      </p>
      {overhang !== null && (
        <p className={overhang > 0 ? 'now-hint' : undefined}>
          {overhang > 0
            ? `The valve overhangs its pocket by ${say(overhang)}: clay on the piston’s crown too.`
            : `The valve fits its pocket, ${say(overhang)} narrower.`}
        </p>
      )}
      {sprocket.length > 0 && (
        <p>
          Sprocket:{' '}
          {sprocket
            .map(
              ({ offset, takes }) =>
                `${signed(offset)}° ${Math.abs(takes) < 0.001 ? 'changes nothing' : `${takes > 0 ? 'takes' : 'gives'} ${say(takes)}`}`,
            )
            .join(', ')}
          .
        </p>
      )}
      {lacks.length > 0 && (
        <p className="now-quiet">What the sprocket takes needs: {lacks.map(wordLackOf).join(', ')}.</p>
      )}
      {lacks.some((lack) => lack === 'stroke' || lack === 'rod-length') && (
        <AskFigures ids={['stroke', 'rod-length']} why="They tell how the piston follows the valve." />
      )}
    </section>
  );
}
