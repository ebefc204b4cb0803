import Button from '@mui/material/Button';
import { format } from 'date-fns/format';
import { useMemo, type ReactNode } from 'react';
import { camInBuild } from '../../../core/derive/valve-over-piston.js';
import { parseValve, spokenPlace } from '../../../core/engine/places.js';
import { clayPlan } from '../../../core/sheet/clay-plan.js';
import { cuttingList } from '../../../core/sheet/cutting-list.js';
import { clayOutOf, isClayInside } from '../../../core/sheet/engine-file.js';
import { springPaperOf } from '../../../core/sheet/papers.js';
import type { SheetRow } from '../../../core/sheet/row.js';
import { shimList } from '../../../core/sheet/shim-list.js';
import { formatBound, formatFigure, UNIT_LABEL } from '../../../core/units/format.js';
import { download } from '../../app/download.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { useLengthUnit } from '../../measuring/use-length-unit.js';
import { useSignOff } from '../../measuring/use-sign-off.js';
import { useLooksOn, useSession } from '../../state/session.js';
import { useDesk } from '../../state/use-desk.js';
import { ClayInside } from './ClayInside.js';
import { cutsCsv, shimsCsv } from './lists-csv.js';

/** What goes to the machinist and to the bench: pockets to cut, shims to lay; and the word that all clay is out. */
export function Lists() {
  const { file, judging, sheet } = useDesk();
  const engine = useDesk((desk) => desk.engine!);
  const unit = useLengthUnit(engine.thread.unit);
  const loadUnit = springPaperOf(file!)?.loadUnit ?? 'lbf';
  const pistons = useMemo(() => cuttingList(judging!, sheet!), [judging, sheet]);
  const shims = useMemo(() => shimList(file!, sheet!), [file, sheet]);
  const build = judging!.stand.seen().onFile.build;
  const say = (mm: number | null) => (mm === null ? '–' : formatFigure(mm, unit));
  const cut = (mm: number | null, row: SheetRow | null) =>
    mm === null ? (row?.isClear ? 'thicker clay first' : '–') : mm === 0 ? 'nothing' : formatFigure(mm, unit);
  const read = (row: SheetRow | null) =>
    row && (
      <>
        {formatBound(row, unit)} {row.verdict !== 'unjudged' && <VerdictMark mark={row.verdict} word={false} />}
      </>
    );
  const plan = useMemo(() => clayPlan(judging!, sheet!), [judging, sheet]);
  /** By clay at another cylinder: to look at, and not to cut by. */
  const guessed = (place: string) => {
    const one = plan.byAnother.find((told) => told.place === place);
    return one && `≈ ${formatFigure(one.clearance, unit)} by cylinder ${parseValve(one.by)!.cylinder}`;
  };
  const needed = pistons.flatMap(({ valves }) => valves).filter(({ deeper, wider }) => deeper || wider).length;
  // Not read, without a limit, or thinner clay than it takes to say.
  const unknown = pistons.flatMap(({ valves }) => valves).filter(({ deeper }) => deeper === null).length;
  return (
    <div className="measuring-form lists">
      <h2>Lists, and clay out</h2>
      <ClayInside />
      <ClayOut />
      <List
        name="cuts"
        title="Pockets to cut"
        aside={`${engine.tag}, ${UNIT_LABEL[unit]}${build ? `; cam at ${Number(camInBuild(build, judging!.stand.seen()).toFixed(2))}°, gasket ${formatFigure(build.gasketFinal, unit)}` : ''}`}
        onCsv={() => download(`${engine.tag}-pockets.csv`, 'text/csv', cutsCsv(pistons, unit))}
      >
        <p>
          {needed === 0
            ? 'No pocket is known to need cutting.'
            : `${needed} ${needed === 1 ? 'pocket needs' : 'pockets need'} cutting, to the line that the shop prefers.`}
          {unknown > 0 && ` Of ${unknown} the depth, or what it ought to be, is not known.`}
        </p>
        <table className="measuring-table">
          <thead>
            <tr>
              {[
                'piston',
                'valve',
                'depth in the build',
                'wanted',
                'cut deeper by',
                'radial',
                'wanted',
                'cut the radius by',
              ].map((head, index) => (
                <th key={index}>{head}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {pistons.flatMap(({ cylinder, valves }) =>
              valves.map(({ place, depth, depthWanted, deeper, radial, radialWanted, wider }) => (
                <tr key={place} className={deeper || wider ? 'turned' : undefined}>
                  <th>{cylinder}</th>
                  <td>{spokenPlace(place)}</td>
                  <td className="figure">{read(depth) ?? guessed(place) ?? 'not read'}</td>
                  <td className="figure">{say(depthWanted)}</td>
                  <td className="figure">{cut(deeper, depth)}</td>
                  <td className="figure">{read(radial) ?? 'not read'}</td>
                  <td className="figure">{say(radialWanted)}</td>
                  <td className="figure">{cut(wider, radial)}</td>
                </tr>
              )),
            )}
          </tbody>
        </table>
      </List>
      <List
        name="shims"
        title="Shims under the springs"
        aside={`${engine.tag}, ${UNIT_LABEL[unit]}, from the thicknesses that the shop keeps`}
        onCsv={() => download(`${engine.tag}-shims.csv`, 'text/csv', shimsCsv(shims, unit, loadUnit))}
      >
        <table className="measuring-table">
          <thead>
            <tr>
              {['valve', 'stands at', 'wanted', 'shims', 'then', `load, ${UNIT_LABEL[loadUnit]}`, 'to coil bind'].map(
                (head) => (
                  <th key={head}>{head}</th>
                ),
              )}
            </tr>
          </thead>
          <tbody>
            {shims.map(({ place, installed, wanted, shims: stack, height, load, toSolid }) => (
              <tr key={place}>
                <th>{spokenPlace(place)}</th>
                <td className="figure">{installed === null ? 'not read' : say(installed)}</td>
                <td className="figure">{wanted === null ? 'not said' : say(wanted)}</td>
                <td className="figure">
                  {stack === null
                    ? installed !== null && wanted !== null
                      ? 'stands too low'
                      : '–'
                    : stack.length === 0
                      ? 'none'
                      : stack.map(say).join(' + ')}
                </td>
                <td className="figure">{say(height)}</td>
                <td className="figure">{load === null ? '–' : formatFigure(load, loadUnit)}</td>
                <td className="figure">{say(toSolid)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </List>
    </div>
  );
}

/** One list, that prints as a page of its own. */
function List({
  name,
  title,
  aside,
  onCsv,
  children,
}: {
  name: string;
  title: string;
  aside: string;
  onCsv: () => void;
  children: ReactNode;
}) {
  const print = () => {
    document.body.dataset.print = name;
    window.addEventListener('afterprint', () => delete document.body.dataset.print, { once: true });
    window.print();
  };
  return (
    <section aria-label={title} data-list={name}>
      <div className="measuring-line">
        <h3>{title}</h3>
        <span className="measuring-count">{aside}</span>
        <span className="measuring-rest" />
        <Button size="small" onClick={print}>
          Print
        </Button>
        <Button size="small" onClick={onCsv}>
          As CSV
        </Button>
      </div>
      {children}
    </section>
  );
}

/** The word that all clay and dye is out and the tools are counted, with a name to it. */
function ClayOut() {
  const { file } = useDesk();
  const person = useSession((state) => state.person);
  const looksOn = useLooksOn();
  const { sign, isBusy } = useSignOff('clay-out', 'Signed: clay and dye out, tools counted');
  const isInside = isClayInside(file!);
  const out = clayOutOf(file!);
  return (
    <section aria-label="Clay out" className="clay-out">
      {isInside && !looksOn && (
        <Button variant="contained" disabled={isBusy} onClick={() => void sign()}>
          All clay and dye is out, the tools are counted: {person?.name}
        </Button>
      )}
      {!isInside && (
        <p>
          {out
            ? `Clay and dye out, tools counted: ${out.by}, ${format(new Date(out.at), 'd MMM yyyy, HH:mm')}.`
            : 'Nothing was taken with clay or dye yet.'}
        </p>
      )}
    </section>
  );
}
