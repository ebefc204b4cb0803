import { useMemo } from 'react';
import { figureOf } from '../../../core/engine/engine-data.js';
import type { Mark } from '../../../core/judge/mark.js';
import { judge } from '../../../core/judge/judge.js';
import type { Clearance } from '../../../core/sheet/over-piston.js';
import { engineDataOf } from '../../../core/sheet/papers.js';
import { formatFigure, formatValue, UNIT_LABEL } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import { valveAt, lobeLiftAt } from '../../../core/valvetrain/valve-at.js';
import { PocketSection } from '../../drawings/PocketSection.js';
import { pistonDrop } from '../../../core/engine/piston.js';
import { useDesk } from '../../state/use-desk.js';

/** What is drawn where nobody has said it, to the bore: as engines usually are. */
const USUAL = { boreMm: 100, headI: 0.5, headE: 0.4, pocketWider: 1.08, squishMm: 1 };

interface Props {
  clearances: Clearance[];
  /** Crank degrees from overlap top centre. */
  deg: number;
  unit: Unit;
  active?: Clearance['kind'];
}

/** The section through a cylinder for one angle of the crank, each valve where it stands, the gap below it called out. */
export function Section({ clearances, deg, unit, active }: Props) {
  const file = useDesk((desk) => desk.file!);
  const data = useMemo(() => engineDataOf(file), [file]);
  const boreMm = figureOf(data, 'bore') ?? USUAL.boreMm;
  const stroke = figureOf(data, 'stroke');
  const rod = figureOf(data, 'rod-length');
  const down = stroke && rod ? pistonDrop({ strokeMm: stroke, rodMm: rod }, deg) : 0;
  const stands = clearances.map((one) => {
    const { kind, valve, dropAtTdc, limit } = one;
    const headMm = one.headMm ?? boreMm * (kind === 'I' ? USUAL.headI : USUAL.headE);
    const open = valve ? Math.max(0, lobeLiftAt(valve.lobe, deg) * valve.rockerRatio - valve.lash) : 0;
    const gap = valve && dropAtTdc !== null ? valveAt(valve, dropAtTdc, deg).gap : null;
    const mark: Mark = gap === null ? 'missing' : limit ? judge(gap, limit, limit.uncertainty) : 'unjudged';
    return { kind, valve, dropAtTdc, headMm, pocketMm: one.pocketMm ?? headMm * USUAL.pocketWider, open, gap, mark };
  });
  const said = stands.flatMap(({ kind, gap }) =>
    gap === null ? [] : [`${kind === 'I' ? 'intake' : 'exhaust'} ${formatValue(gap, unit)}`],
  );
  return (
    <PocketSection
      section={{
        boreMm,
        down,
        squishMm: USUAL.squishMm,
        valves: stands.map(({ valve, ...one }) => ({ ...one, angleDeg: valve?.valveAngleDeg ?? 0 })),
      }}
      gaps={Object.fromEntries(
        stands.flatMap(({ kind, gap, mark }) =>
          gap === null ? [] : [[kind, { figure: `${formatFigure(gap, unit)} ${UNIT_LABEL[unit]}`, mark }]],
        ),
      )}
      active={active}
      label={`Section through the cylinder at ${sayTop(deg)}${said.length > 0 ? `: left along the valve, ${said.join(', ')}` : ''}`}
    />
  );
}

/** An angle beside overlap top centre, as it is spoken. */
export function sayTop(deg: number): string {
  const figure = Number(Math.abs(deg).toFixed(1));
  return figure === 0 ? 'overlap top centre' : `${figure}° ${deg > 0 ? 'after' : 'before'} overlap top`;
}

/** Which valve comes closest to the piston at this very angle; empty where none does. */
export function sayClosest(clearances: Clearance[], deg: number): string {
  const here = clearances.filter(({ closestDeg }) => closestDeg === deg).map(({ kind }) => (kind === 'I' ? 'intake' : 'exhaust')); // prettier-ignore
  return here.length === 0 ? '' : `: ${here.join(' and ')} closest`;
}
