import { spokenPlace, parseValve } from '../../core/engine/places.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import type { RecordedClearance } from '../../core/record/recorded-clearances.js';
import { mockUpsOf } from '../../core/sheet/papers.js';
import { formatValue } from '../../core/units/format.js';
import { SAME_PARTS } from '../../core/valvetrain/mock-up.js';
import { wordMockUp } from '../../contracts/wording/mock-up.js';
import { dateOf, INK, INNER, PAGE, paragraph, roomFor, title, write, type Doc } from './pdf-page.js';
import { part } from './pdf-tags.js';

const CHART = { height: 170, left: 34, bottom: 22, reachDeg: 60, tall: 3 };

/** How the checks were put together and what the build will be, whether the clay is out, and the clearance over the crank. */
export function mockUpPart(doc: Doc, record: BuildRecord, startY: number): number {
  const said = mockUpsOf(record);
  const { clearances = [], clayElsewhere = [], clayInside, signOffs = [] } = record;
  const clayOut = signOffs.filter(({ what }) => what === 'clay-out');
  if (said.length === 0 && !clayInside && clayOut.length === 0) return startY;
  let y = title(doc, 'Mock-up', startY + 16);
  if (clayInside)
    y = paragraph(doc, 'Clay or marking dye may still be inside: nobody has signed that it is out and the tools are counted.', y); // prettier-ignore
  for (const { by, at } of clayOut)
    y = paragraph(doc, `All clay and dye out, the tools counted: ${by}, ${dateOf(at, record)}.`, y);
  for (const one of said.filter(({ check }, index) => said.findLastIndex((other) => other.check === check) === index)) {
    y = paragraph(doc, wordMockUp(one), y);
    const others = SAME_PARTS.filter((name) => !one.same[name]);
    if (others.length > 0) y = paragraph(doc, `Not the very ones of the final engine: ${others.map((name) => (name === 'lashCaps' ? 'lash caps' : name)).join(', ')}.`, y); // prettier-ignore
  }
  const unit = record.specSet.limits.some((limit) => limit.unit === 'mm') ? 'mm' : 'in';
  if (clayElsewhere.length > 0)
    y = paragraph(doc, `Valves without clay, by that of another and the heights of both pistons: ${clayElsewhere.map(({ place, by, clearance, uncertainty }) => `${spokenPlace(place)} ${formatValue(clearance, unit)} ±${formatValue(uncertainty, unit)} by ${spokenPlace(by)}`).join('; ')}.`, y); // prettier-ignore
  return clearances.length > 0 ? drawClearances(doc, record, clearances, y + 6) : y;
}

/** Gaps below the valves over the crank, the limits across them; the least of each in words below. */
function drawClearances(doc: Doc, record: BuildRecord, clearances: RecordedClearance[], startY: number): number {
  const y = roomFor(doc, startY, CHART.height + 70);
  const unit = record.specSet.limits.some((limit) => limit.unit === 'mm') ? 'mm' : 'in';
  const { height, left, bottom, reachDeg } = CHART;
  const [x0, y0] = [PAGE.margin + left, y + height - bottom];
  const limits = clearances.map(({ limit }) => limit ?? 0);
  const top = Math.max(...limits, ...clearances.map(({ least }) => least)) * CHART.tall;
  const low = Math.min(0, ...clearances.map(({ least }) => least));
  const xOf = (deg: number) => x0 + ((deg + reachDeg) / (2 * reachDeg)) * (INNER - left);
  const yOf = (mm: number) => y0 - ((Math.min(mm, top) - low) / (top - low)) * (height - bottom - 8);
  const inkOf = (place: string) => (parseValve(place)!.kind === 'I' ? INK.dye : INK.ochre);
  const draw = () => {
    for (let deg = -reachDeg; deg <= reachDeg; deg += 20) {
      doc.moveTo(xOf(deg), yOf(top)).lineTo(xOf(deg), y0).lineWidth(0.4).strokeColor(INK.hairline).stroke();
      write(doc, `${deg}°`.replace('-', '−'), xOf(deg) - 20, y0 + 5, { font: 'figure', size: 7.5, width: 40, align: 'center', colour: INK.steel }); // prettier-ignore
    }
    doc
      .moveTo(x0, yOf(0))
      .lineTo(PAGE.margin + INNER, yOf(0))
      .lineWidth(0.8)
      .strokeColor(INK.ink)
      .stroke();
    for (const limit of new Set(clearances.map(({ place, limit: least }) => `${least} ${inkOf(place)}`))) {
      const [mm, ink] = limit.split(' ');
      if (mm === 'null') continue;
      doc.moveTo(x0, yOf(Number(mm))).lineTo(PAGE.margin + INNER, yOf(Number(mm))).lineWidth(0.8).dash(4, { space: 3 }).strokeColor(ink).stroke().undash(); // prettier-ignore
      write(doc, formatValue(Number(mm), unit).split(' ')[0], PAGE.margin - 12, yOf(Number(mm)) - 4, { font: 'figure', size: 7.5, width: left + 8, align: 'right', colour: INK.steel }); // prettier-ignore
    }
    for (const { place, curve } of clearances) {
      const shown = curve.filter(([, gap]) => gap <= top);
      shown.forEach(([deg, gap], index) => (index === 0 ? doc.moveTo(xOf(deg), yOf(gap)) : doc.lineTo(xOf(deg), yOf(gap)))); // prettier-ignore
      doc.lineWidth(1).strokeColor(inkOf(place)).stroke();
    }
  };
  const least = clearances.map(({ place, least: mm, atDeg }) => `${spokenPlace(place)} ${formatValue(mm, unit)} at ${Math.abs(atDeg)}° ${atDeg < 0 ? 'before' : 'after'}`).join(', '); // prettier-ignore
  const swept = clearances.every(({ sweptAt }) => sweptAt !== null);
  part(doc, 'Figure', draw, { alt: `Clearance between valve and piston over crank degrees from overlap top centre; least: ${least}.` }); // prettier-ignore
  const { camDeg } = clearances[0];
  return paragraph(
    doc,
    `What is left along each valve over crank degrees from overlap top centre, the cam at ${Number(camDeg.toFixed(2))}°, ${swept ? 'by lobes as they were swept' : 'by lobes made up from the cam card'}. Least: ${least}.`.replace('at -', 'at −'), // prettier-ignore
    y + height + 6,
  );
}
