import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { useSnackbar } from 'notistack';
import { useMemo, useState } from 'react';
import { camInBuild } from '../../../core/derive/valve-over-piston.js';
import { cylindersOf } from '../../../core/engine/engine.js';
import { parseValve, spokenPlace } from '../../../core/engine/places.js';
import type { Clearance } from '../../../core/sheet/over-piston.js';
import type { Sheet } from '../../../core/sheet/sheet.js';
import { mockUpsOf } from '../../../core/sheet/papers.js';
import { valueChanges, type ValueChange } from '../../../core/sheet/value-changes.js';
import { formatBound } from '../../../core/units/format.js';
import { act, sayError } from '../../app/api.js';
import { DrawnChart } from '../../charts/DrawnChart.js';
import { useChartInks } from '../../charts/use-chart-inks.js';
import { useLengthUnit } from '../../measuring/use-length-unit.js';
import { FIRST_POSITION, usePreferences } from '../../state/preferences.js';
import { useLooksOn } from '../../state/session.js';
import { useDesk } from '../../state/use-desk.js';
import { useClearances } from '../../workers/use-clearances.js';
import { AskFigures } from '../intake/AskFigures.js';
import { AtThisPosition } from './AtThisPosition.js';
import { ValueChanges } from '../../measuring/ValueChanges.js';
import { chartsOf, KIND_NAME, sayLength } from './charts-of.js';
import { ClayInside } from './ClayInside.js';
import { CrankCursor } from './CrankCursor.js';
import { Doubt } from './Doubt.js';
import { AS_IT_STANDS, acrossQuestion, isKnown, standsInMind, type InMind } from '../../../core/sheet/in-mind.js';
import { sayTop, Section } from './Section.js';
import { signed, WhatIf } from './WhatIf.js';
import { useClearancesOf } from './use-clearances-of.js';
import { useCrankOver } from './use-crank-over.js';

/** The cylinder that one stands at, if something was read there; else the first where something was. */
function firstToShow(engine: Parameters<typeof cylindersOf>[0], { rows }: Pick<Sheet, 'rows'>, step = ''): number {
  const stood = parseValve(/@(\d+[IE])/.exec(step)?.[1] ?? '')?.cylinder;
  const read = rows
    .filter(({ measure }) => measure === 'pv-depth-final')
    .map(({ place }) => parseValve(place)!.cylinder);
  return stood !== undefined && read.includes(stood) ? stood : (read[0] ?? stood ?? cylindersOf(engine)[0]);
}

/** Both valves of a cylinder over crank angle and cam position, for the build as it stands and as one has it in mind. */
export function Across() {
  const { file, judging, sheet, reload } = useDesk();
  const engine = useDesk((desk) => desk.engine!);
  const { steps } = usePreferences((state) => state.positions[engine.id]) ?? FIRST_POSITION;
  const looksOn = useLooksOn();
  const { enqueueSnackbar } = useSnackbar();
  const [cylinder, setCylinder] = useState(() => firstToShow(engine, sheet!, steps['mock-up']));
  const [mind, setMind] = useState<InMind>(AS_IT_STANDS);
  const [doubt, setDoubt] = useState<Record<string, number>>({});
  const [changed, setChanged] = useState<ValueChange[] | null>(null);
  const lengthUnit = useLengthUnit(engine.thread.unit);
  const clearances = useClearancesOf(cylinder);
  const known = useMemo(() => clearances.filter(isKnown), [clearances]);
  const question = useMemo(() => (known.length > 0 ? acrossQuestion(known, mind) : null), [known, mind]);
  const told = useClearances('across', question);
  const drawn = useMemo(() => clearances.map((one) => standsInMind(one, mind)), [clearances, mind]);
  const inks = useChartInks();

  const mockUps = mockUpsOf(file!);
  const build = judging!.stand.seen().onFile.build;
  const camNow = build ? camInBuild(build, judging!.stand.seen()) : 0;
  const wanted = camNow + mind.advance;

  const found = useMemo(
    () =>
      known.flatMap((one) => {
        const answer = told?.[one.place];
        return answer?.ok ? [{ ...one, across: answer.answer }] : [];
      }),
    [known, told],
  );
  const problem = known.flatMap(({ place }) => {
    const answer = told?.[place];
    return answer && !answer.ok ? [`${spokenPlace(place)}: ${answer.message}`] : [];
  });
  const say = (mm: number) => sayLength(mm, lengthUnit);
  const asItStands = mind === AS_IT_STANDS;
  const charts = useMemo(
    () => (found.length > 0 ? chartsOf({ shown: found, lengthUnit, inks, asItStands, doubt, camNow, wanted }) : null),
    [found, lengthUnit, inks, asItStands, doubt, camNow, wanted],
  );
  const least = clearances.reduce<Clearance | null>(
    (worst, one) => (one.depth && (!worst || one.depth.value < worst.depth!.value) ? one : worst),
    null,
  );
  const { deg, turnFromTop } = useCrankOver(cylinder, least?.closestDeg ?? 0);
  const choose = async () => {
    const said = { ...mockUps.at(-1)!, camDeg: Number(wanted.toFixed(2)) };
    const { at, ...body } = said;
    const changes = valueChanges(file!, [
      ...file!.papers,
      { id: 'typed', kind: 'mock-up', body, by: '', at: new Date().toISOString() },
    ]);
    try {
      await act('POST /api/engines/:id/papers/:kind', { params: { id: engine.id, kind: 'mock-up' }, body });
      await reload();
      setMind(AS_IT_STANDS);
      setChanged(changes);
      enqueueSnackbar(`The build has its cam at ${signed(wanted)}°`);
    } catch (error) {
      enqueueSnackbar(sayError(error), { variant: 'error', persist: true });
    }
  };
  const lacks = clearances.flatMap((one) => one.lacks);
  const angles = clearances
    .filter((one) => one.lacks.includes('valve-angle'))
    .map(({ kind }) => `valve-angle-${kind === 'I' ? 'intake' : 'exhaust'}`);
  const isSynthetic = known.some(({ valve }) => !valve.swept);

  return (
    <div className="measuring-form across">
      <div className="across-charts">
        <div className="measuring-line">
          <h2>Across cam positions</h2>
          <TextField
            select
            size="small"
            value={cylinder}
            onChange={({ target }) => setCylinder(Number(target.value))}
            slotProps={{ htmlInput: { 'aria-label': 'Cylinder' } }}
          >
            {cylindersOf(engine)
              .sort((a, b) => a - b)
              .map((one) => (
                <MenuItem key={one} value={one}>
                  cylinder {one}
                </MenuItem>
              ))}
          </TextField>
          <span className="measuring-count">
            {isSynthetic && known.length > 0
              ? 'lobe made up from the card'
              : known.length > 0
                ? `lobe as swept at ${[...new Set(known.map(({ valve }) => valve.swept!.place))].join(' and ')}`
                : ''}
          </span>
        </div>
        <ClayInside />
        {!build && <p className="now-hint">No set-up of a check is filed yet: what the build will be is not known.</p>}
        {build && lacks.length > 0 && (
          <>
            <AskFigures
              ids={['stroke', 'rod-length', ...angles]}
              why="How valve and piston move over each other hangs on figures that nobody has filed yet."
            />
            {lacks.includes('lobe') && (
              <p className="now-hint">No lobe is known: sweep one, or file a card with its lift and two durations.</p>
            )}
          </>
        )}
        {build && lacks.length === 0 && known.length === 0 && (
          <p className="now-hint">
            Nothing touched here, or nothing was read:{' '}
            {clearances
              .map(({ place, depth }) => `${spokenPlace(place)} ${depth ? formatBound(depth, lengthUnit) : 'not read'}`)
              .join(', ')}
            .
          </p>
        )}
        {charts && (
          <>
            <div className="across-curve">
              <DrawnChart
                drawn={charts.curve}
                label={`Left between valve and piston over crank angle: ${found.map(({ kind, across }) => `${KIND_NAME[kind]} least ${say(across.here.least)} at ${sayTop(across.here.atDeg)}`).join('; ')}`}
              />
              <CrankCursor deg={deg} said={sayTop(deg)} onTurn={turnFromTop} />
            </div>
            <div className="across-positions">
              <DrawnChart drawn={charts.positions} label="Least clearance over the sprocket’s position" />
            </div>
          </>
        )}
        {problem.map((words) => (
          <p key={words} role="alert" className="now-hint">
            {words}
          </p>
        ))}
        {found.length > 0 && <AtThisPosition found={found} camNow={camNow} unit={lengthUnit} />}
        {changed && (
          <section aria-label="What changed" aria-live="polite">
            <h3>What changed</h3>
            <ValueChanges changes={changed} unit={lengthUnit} none="No value changed." />
          </section>
        )}
        {known.length > 0 && <Doubt key={lengthUnit} known={known} unit={lengthUnit} onSpread={setDoubt} />}
      </div>
      <div className="across-side">
        <figure className="mock-up-section">
          <Section clearances={drawn} deg={deg} unit={lengthUnit} />
          <figcaption>
            {sayTop(deg)}, the build {asItStands ? 'as it stands' : 'as you have it in mind'}
          </figcaption>
        </figure>
        {known.length > 0 && (
          <>
            <WhatIf known={known} build={build} wanted={wanted} unit={lengthUnit} mind={mind} onMind={setMind} />
            <p className="across-acts">
              <Button variant="outlined" size="small" disabled={asItStands} onClick={() => setMind(AS_IT_STANDS)}>
                As it stands
              </Button>
              {!looksOn && (
                <Button variant="contained" size="small" disabled={mind.advance === 0} onClick={() => void choose()}>
                  Build with the cam at {signed(wanted)}°
                </Button>
              )}
            </p>
          </>
        )}
      </div>
    </div>
  );
}
