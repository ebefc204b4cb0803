import Button from '@mui/material/Button';
import { useEffect, useMemo, useState } from 'react';
import { wordTerms } from '../../../contracts/wording/formula.js';
import type { Term } from '../../../core/derive/rule.js';
import { onFileOf } from '../../../core/sheet/on-file.js';
import { formatFigure, UNIT_LABEL } from '../../../core/units/format.js';
import { fromCanonical } from '../../../core/units/units.js';
import { LENGTH_CONVENTIONS, type LengthConvention } from '../../../core/valvetrain/gauge-length.js';
import { inConventions, tubeOf } from '../../../core/valvetrain/pushrod-set-up.js';
import { LengthStack } from '../../drawings/LengthStack.js';
import { RodEnds } from '../../drawings/RodEnds.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { Hints } from '../../measuring/panel-parts.js';
import { useLengthUnit } from '../../measuring/use-length-unit.js';
import { WantPart, type Begun } from '../../measuring/WantPart.js';
import { usePartsBook } from '../../state/parts-book.js';
import { useDesk } from '../../state/use-desk.js';
import { Candidates } from './Candidates.js';
import { lengthNeeds, type LengthNeed } from '../../../core/sheet/length-needs.js';
import { keptRods, type KeptOfKind } from '../../../core/sheet/kept-rods.js';
import { rodsKeptOf } from '../../../core/sheet/papers.js';
import { stopShims } from '../../../core/sheet/stop-shims.js';
import { OneOrEach } from './OneOrEach.js';
import { PedestalShims } from './Pairs.js';
import { useGeometry } from './use-geometry.js';
import { Verified } from './Verified.js';
import { KIND_NAME, sayAgainstKept, sayLength } from './words.js';

/** Terms that are the checking rod itself. */
const CHECKED = ['pushrod-checked', 'tool-closed', 'tool-opened'];

/** The length to order as a ruler of its terms, what exists near it, and what each of those would give. */
export function Length({ onSetUp }: { onSetUp: () => void }) {
  const engine = useDesk((desk) => desk.engine!);
  const file = useDesk((desk) => desk.file!);
  const sheet = useDesk((desk) => desk.sheet!);
  const unit = useLengthUnit(engine.thread.unit);
  const { book, load } = usePartsBook();
  const [wants, setWants] = useState<Begun | null>(null);
  useEffect(() => {
    void load();
  }, [load]);
  const onFile = useMemo(() => onFileOf(file), [file]);
  const judging = useDesk((desk) => desk.judging!);
  const needs = useMemo(() => lengthNeeds(judging), [judging]);
  const saidKept = rodsKeptOf(file);
  const kept = useMemo(() => (saidKept ? keptRods(judging, needs, saidKept) : []), [judging, needs, saidKept]);
  const pedestals = useMemo(() => stopShims(judging), [judging]);
  const both = [useGeometry('I'), useGeometry('E')];
  const isMissing = !onFile.build || !onFile.pushrods;
  return (
    <div className="measuring-form length-to-order">
      <h2>Length to order</h2>
      {isMissing && (
        <div className="now-hint">
          {!onFile.build &&
            'No set-up of a check is filed (Mock-up): what the check was built with is a part of every length. '}
          {!onFile.pushrods && (
            <>
              How rods are measured here is not filed yet.{' '}
              <Button size="small" onClick={onSetUp}>
                File pushrods
              </Button>
            </>
          )}
        </div>
      )}
      {needs.length === 0 && !isMissing && <p>No checking rod was read yet: measure it at the chosen mark.</p>}
      {needs.map((need) => (
        <Need
          key={need.places.join()}
          need={need}
          kept={kept.find(({ kind }) => kind === need.kind)}
          unit={unit}
          onWant={setWants}
        />
      ))}
      <OneOrEach needs={needs} book={book} unit={unit} isOneSet={onFile.pushrods?.rods === 'one'} />
      <PedestalShims found={pedestals} unit={unit} />
      <Verified both={both} rows={sheet.rows} unit={unit} />
      {wants && <WantPart begun={wants} onClose={() => setWants(null)} />}
    </div>
  );
}

/** One length: its stack of terms, how it is told in each convention, and what can be had. */
function Need({
  need,
  kept,
  unit,
  onWant,
}: {
  need: LengthNeed;
  /** Where rods of its kind are kept. */
  kept: KeptOfKind | undefined;
  unit: ReturnType<typeof useLengthUnit>;
  onWant: (begun: Begun) => void;
}) {
  const engine = useDesk((desk) => desk.engine!);
  const file = useDesk((desk) => desk.file!);
  const said = useMemo(() => onFileOf(file).pushrods, [file]);
  const { kind, places, readAt, required, spread } = need;
  const rows = useDesk((desk) => desk.sheet!.rows);
  // Of several valves the mean counts; their terms are the same, their rods are not.
  const row = rows.find(({ measure, place }) => measure === 'pushrod-length' && place === readAt[0])!;
  const title = places.length > 1 ? KIND_NAME[kind] : places[0];
  const { terms } = row.derivedFrom!.formula;
  const checked = terms.filter(({ name }) => CHECKED.includes(name)).reduce((sum, { value }) => sum + value, 0);
  const others: Term[] = terms.filter(({ name }) => !CHECKED.includes(name));
  const words = wordTerms(others, unit);
  const own = required - others.reduce((sum, { value }) => sum + value, 0);
  const say = (mm: number) => sayLength(mm, unit);
  const lengths = said && inConventions(said, required);
  const tube = said && tubeOf(said, required);
  const told = !said ? '' : said.convention === 'gauge' ? 'by gauge' : said.convention;
  return (
    <section aria-label={`Length, ${title}`} className="length-need">
      <div className="measuring-line">
        <h3>{title}</h3>
        <strong className="figure length-figure">{say(required)}</strong>
        <span className="measuring-count">{told && `told ${told}`}</span>
        {row.verdict === 'suspect' && <VerdictMark mark="suspect" />}
        {spread > 0 && (
          <span className="measuring-count">
            its valves differ by {formatFigure(spread, unit)} {UNIT_LABEL[unit]}
          </span>
        )}
      </div>
      <Hints hints={row.hints} unit={unit} at={row} />
      {kept && <p>{sayAgainstKept({ ...kept, measured: required }, unit)}</p>}
      {tube !== null && (
        <p>
          Made to length: cut the tube to <strong className="figure">{say(tube)}</strong>.
        </p>
      )}
      <div className="length-drawings">
        <LengthStack
          checked={places.length > 1 ? own : checked}
          terms={others.map(({ name, value }, index) => ({ name, value, title: words[index].name }))}
          step={unit === 'mm' ? 0.25 : 0.254}
          figure={(mm) => formatFigure(mm, unit)}
          say={say}
          label={`${title}: checking rod ${say(places.length > 1 ? own : checked)}, ${words.map(({ sign, figure, name }) => `${sign} ${figure} ${name}`).join(', ')}, to order ${say(required)}`}
        />
        {said && (
          <RodEnds
            end={said}
            active={said.convention}
            lengths={
              Object.fromEntries(
                LENGTH_CONVENTIONS.map((name) => [name, lengths?.[name] == null ? null : say(lengths[name])]),
              ) as Record<LengthConvention, string | null>
            }
          />
        )}
      </div>
      <Candidates
        need={need}
        said={said}
        engine={engine}
        unit={unit}
        onWant={({ item, length, from }) =>
          onWant({
            engineId: engine.id,
            places,
            part: 'pushrods',
            // A length without its convention buys the wrong rod.
            what: `${item.title} ${fromCanonical(length, unit).toFixed(unit === 'mm' ? 2 : unit === 'thou' ? 0 : 3)} ${UNIT_LABEL[unit]} ${told}`,
            itemId: item.id,
            lengthMm: length,
            quantity: places.length,
            priceEach: item.priceEach,
            supplierId: item.supplierId,
            isFromShelf: from === 'shelf',
          })
        }
      />
    </section>
  );
}
