import Slider from '@mui/material/Slider';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useEffect, useMemo, useState } from 'react';
import { BY_NOW } from '../../../core/derive/on-file.js';
import { edgesOf } from '../../../core/drawing/tip-mark.js';
import type { RockerDrawn } from '../../../core/drawing/rocker-over-tip.js';
import type { ValveKind } from '../../../core/engine/engine.js';
import { placesOf, parseValve } from '../../../core/engine/places.js';
import { closedHeightAt, type RockerGeometry } from '../../../core/sheet/rocker-geometry.js';
import { onFileOf } from '../../../core/sheet/on-file.js';
import { predictedMark } from '../../../core/sheet/predicted-mark.js';
import type { Trial } from '../../../core/sheet/trials.js';
import { lobeLiftAt } from '../../../core/valvetrain/valve-at.js';
import { rockerPosition, sweptReach } from '../../../core/valvetrain/rocker-position.js';
import { DrawnChart } from '../../charts/DrawnChart.js';
import { useChartInks } from '../../charts/use-chart-inks.js';
import { RockerOverTip } from '../../drawings/RockerOverTip.js';
import { TipMark } from '../../drawings/TipMark.js';
import { useLengthUnit } from '../../measuring/use-length-unit.js';
import { usePartsBook } from '../../state/parts-book.js';
import { useDesk } from '../../state/use-desk.js';
import { sayTop } from '../mock-up/Section.js';
import { settingsToBeHad, type ToBeHad } from './available.js';
import { ChooseSetting } from './ChooseSetting.js';
import { marksChartOf } from './marks-chart-of.js';
import { Schools } from './Schools.js';
import { Stands } from './Stands.js';
import { TrialTable } from './TrialTable.js';
import { useGeometry } from './use-geometry.js';
import { KIND_NAME, sayAtCheck, sayEdge, sayFit, sayLength, settingName } from './words.js';

/** As far around its nose as a valve is open on any engine, crank degrees from overlap top. */
const TURN = { I: [-60, 270], E: [-270, 60] } as const;

/** Further off than this, mm, nothing that can be had is near. */
const NEAR = 0.7;

/** A setting that can be drawn: one that was tried, or the one that is predicted. */
interface Drawable {
  key: string;
  title: string;
  setting: number;
  offset: number;
  width?: number;
}

/** Where and how wide a mark is predicted at a setting; nothing of it is drawn where the trials do not tell. */
function predictedAt(found: RockerGeometry, setting: number): Pick<Drawable, 'offset' | 'width'> {
  const mark = predictedMark(found, setting);
  return mark && mark.offset !== null ? { offset: mark.offset, width: mark.width } : { offset: 0 };
}

const drawablesOf = (found: RockerGeometry, say: (mm: number) => string): Drawable[] => [
  ...(found.best === null ? [] : [{ key: 'best', title: `${say(found.best)}, best`, setting: found.best, ...predictedAt(found, found.best) }]),
  ...found.trials.map(({ place, tried, setting, offset = 0, width }: Trial) => ({ key: `${place}@${tried}`, title: `${say(tried)} on ${place}`, setting, offset, width })),
]; // prettier-ignore

/** Where the best setting lies and why: the marks over what was set, every school, the rocker over its tip. */
export function BestSetting() {
  const [kind, setKind] = useState<ValveKind>('I');
  const engine = useDesk((desk) => desk.engine!);
  const file = useDesk((desk) => desk.file!);
  const sheet = useDesk((desk) => desk.sheet!);
  const unit = useLengthUnit(engine.thread.unit);
  const both = [useGeometry('I'), useGeometry('E')];
  const found = both[kind === 'I' ? 0 : 1];
  const inks = useChartInks();
  const { book, load } = usePartsBook();
  useEffect(() => {
    if (!book) void load();
  }, [book, load]);
  const say = (mm: number) => sayLength(mm, unit);
  const available = useMemo(() => settingsToBeHad(found, book, file.spec.practice, file.engine.thread.unit), [found, book, file]); // prettier-ignore
  const chart = useMemo(
    () =>
      marksChartOf(
        found,
        available.map(({ setting }) => setting),
        unit,
        inks,
      ),
    [found, available, unit, inks],
  );
  const off = ({ setting }: ToBeHad) => Math.abs(setting - found.best!);
  const nearest = found.best === null ? undefined : available.filter((one) => off(one) < NEAR).sort((a, b) => off(a) - off(b))[0]; // prettier-ignore
  const shims = (of: ValveKind) =>
    sheet.rows.find(({ measure, place }) => measure === 'stand-shim' && parseValve(place)?.kind === of)?.value ??
    // What was tried last lies there.
    sheet.rows.find(({ measure, place }) => measure === 'trial-setting' && parseValve(place)?.kind === of)?.value ??
    0;
  return (
    <div className="measuring-form best-setting">
      <div className="measuring-line">
        <h2>Which setting</h2>
        <ToggleButtonGroup
          exclusive
          size="small"
          value={kind}
          aria-label="Kind of valve"
          onChange={(_event, chosen: ValveKind | null) => chosen && setKind(chosen)}
        >
          {(['I', 'E'] as const).map((one) => (
            <ToggleButton key={one} value={one}>
              {KIND_NAME[one]}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </div>
      <p className="best-says">{sayFit(found, unit)}</p>
      {sayEdge(found, unit) !== '' && <p className="now-hint">{sayEdge(found, unit)}</p>}
      {nearest && (
        <p>
          The nearest {settingName(found)} that can be had: <strong className="figure">{say(nearest.size)}</strong>
          {found.mount === 'stud-nut' && sayAtCheck(found, nearest, unit)}.
        </p>
      )}
      <div className="best-drawings">
        <figure className="best-chart">
          {chart ? (
            <DrawnChart drawn={chart} label={`Width of the mark over ${settingName(found)}`} />
          ) : (
            <p className="now-quiet">Nothing was rubbed on this kind yet.</p>
          )}
        </figure>
        <OverTip found={found} say={say} />
      </div>
      <Schools found={found} unit={unit} />
      <ChooseSetting key={kind} found={found} unit={unit} />
      <TrialTable found={found} unit={unit} />
      {found.mount === 'shaft' && <Stands both={both} now={{ I: shims('I'), E: shims('E') }} unit={unit} />}
    </div>
  );
}

/** The rocker over its tip at any turn of the crank, one setting laid over another. */
function OverTip({ found, say }: { found: RockerGeometry; say: (mm: number) => string }) {
  const { kind, armLength, valveLift, rockerRatio } = found;
  const file = useDesk((desk) => desk.file!);
  const engine = useDesk((desk) => desk.engine!);
  const onFile = useMemo(() => onFileOf(file), [file]);
  const place = placesOf(engine, 'valve').find((one) => parseValve(one)!.kind === kind)!;
  const lobe = onFile.lobe(place);
  const [deg, setDeg] = useState<Record<ValveKind, number>>({ I: 0, E: 0 });
  const [shown, setShown] = useState<string | null>(null);
  const [behind, setBehind] = useState('');
  const drawables = drawablesOf(found, say);
  const one = drawables.find(({ key }) => key === shown) ?? drawables[0];
  const other = drawables.find(({ key }) => key === behind);
  const tipMm = onFile.rockersAt(BY_NOW)?.tipDiameter[kind];
  if (!one || armLength === null || valveLift === null || tipMm === undefined)
    return (
      <p className="now-quiet">
        The rocker is drawn once its length, the valve’s lift and the tip’s diameter are known and something was tried.
      </p>
    );
  const lift = lobe
    ? Math.min(valveLift, Math.max(0, lobeLiftAt(lobe.points, deg[kind]) * rockerRatio))
    : (valveLift * (deg[kind] - TURN[kind][0])) / (TURN[kind][1] - TURN[kind][0]);
  const drawn = ({ setting, offset }: Drawable): RockerDrawn | null => {
    const closedHeight = closedHeightAt(found, setting);
    return closedHeight === null
      ? null
      : { armLength, rockerRatio, closedHeight, valveLift, lift, tipMm, offset, pushrodAngleDeg: onFile.pushrods?.angleDeg ?? 0 }; // prettier-ignore
  };
  const rocker = drawn(one);
  if (!rocker)
    return (
      <p className="now-quiet">
        How high the roller stands over its pivot is not known yet: three marks tell it, or read it at one trial.
      </p>
    );
  const back = other ? drawn(other) : null;
  const { reach, shift, angleDeg } = rockerPosition({ armLength, closedHeight: rocker.closedHeight, lift });
  const mark = (of: Drawable) =>
    of.width === undefined ? [] : [edgesOf(tipMm, { width: of.width, offset: of.offset })];
  const [edges] = mark(one);
  // The roller's line goes from the mark's inner edge to its outer one: half of what the line is wide lies before it.
  const { least, most } = sweptReach({ armLength, closedHeight: rocker.closedHeight, lift: valveLift });
  const touches = edges && edges.inner + (reach - least) + Math.max(0, edges.outer - edges.inner - (most - least)) / 2;
  return (
    <figure className="over-tip" aria-label="The rocker over its tip">
      <div className="over-tip-drawings">
        <RockerOverTip
          rocker={rocker}
          behind={back}
          label={`Rocker at ${say(one.setting)}, valve open ${say(lift)}: arm at ${angleDeg.toFixed(1)} degrees, roller ${say(shift)} outward`}
        />
        <TipMark
          tipMm={tipMm}
          marks={[...(other ? mark(other).map((at) => ({ ...at, ink: 'var(--steel)', isBehind: true })) : []), ...mark(one).map((at) => ({ ...at, ink: 'var(--dye)' }))]} // prettier-ignore
          touches={touches}
          step={0.05}
          say={say}
          label="What it rubs on the tip"
        />
      </div>
      <div className="what-if">
        <span>{lobe ? `Crank, ${sayTop(deg[kind])}` : 'Valve, closed to open'}</span>
        <span className="figure">open {say(lift)}</span>
        <Slider
          size="small"
          aria-label={lobe ? 'Crank' : 'Valve'}
          value={deg[kind]}
          min={TURN[kind][0]}
          max={TURN[kind][1]}
          step={2}
          onChange={(_event, to) => setDeg((before) => ({ ...before, [kind]: to as number }))}
        />
      </div>
      <figcaption>
        <label>
          Drawn{' '}
          <select value={one.key} onChange={({ target }) => setShown(target.value)}>
            {drawables.map(({ key, title }) => (
              <option key={key} value={key}>
                {title}
              </option>
            ))}
          </select>
        </label>{' '}
        <label>
          over{' '}
          <select value={behind} onChange={({ target }) => setBehind(target.value)}>
            <option value="">no other</option>
            {drawables
              .filter(({ key }) => key !== one.key)
              .map(({ key, title }) => (
                <option key={key} value={key}>
                  {title}
                </option>
              ))}
          </select>
        </label>
      </figcaption>
    </figure>
  );
}
