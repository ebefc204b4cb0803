import type { RockerGeometry } from '../../../core/sheet/rocker-geometry.js';
import { secondReading } from '../../../core/sheet/second-reading.js';
import { formatFigure, UNIT_LABEL } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import { useDesk } from '../../state/use-desk.js';
import { KIND_NAME } from './words.js';

/** Nearer than this both kinds want the same, mm: no shim is as thin. */
const SAME = 0.1;

/** What to lay under the stands, or to cut off them: on all, or on one kind alone, and what a cut too deep costs. */
export function Stands({ both, now, unit }: { both: RockerGeometry[]; now: Record<'I' | 'E', number>; unit: Unit }) {
  const { practice } = useDesk((desk) => desk.file!).spec;
  const say = (mm: number) => `${formatFigure(Math.abs(mm), unit)} ${UNIT_LABEL[unit]}`;
  // What somebody chose, with a reason, goes before what any school says.
  const told = both.flatMap((found) => (found.chosen ? [{ ...found, best: found.chosen.setting, isBracketed: true }] : found.best === null ? [] : [found])); // prettier-ignore
  // Metal that is off stays off: a guess beyond what was tried cuts nothing.
  const guessed = told.filter(({ isBracketed }) => !isBracketed);
  const known = told
    .filter(({ isBracketed }) => isBracketed)
    .map(({ kind, best }) => ({ kind, by: best! - now[kind] }));
  if (told.length === 0) return null;
  /** Shims that lie there come out before anything is cut. */
  const what = ({ kind, by }: { kind: 'I' | 'E'; by: number }, on: string): string => {
    if (Math.abs(by) < SAME) return `${on}: leave as they are.`;
    if (by > 0) return `${on}: ${say(by)} of shims more.`;
    const out = Math.max(0, Math.min(now[kind], -by));
    const cut = -by - out;
    if (cut < SAME) return `${on}: ${say(out)} of shims out.`;
    return `${on}: ${out >= SAME ? `all ${say(out)} of shims out, then ` : ''}cut ${say(cut)} off the stands.`;
  };
  /** What is tried before anything is cut: shims, or where none are left to take out a lower stand that is borrowed. */
  const sayTry = (setting: number) =>
    setting >= 0 ? ` Try about ${say(setting)} of shims first.` : ` First try a borrowed stand about ${say(setting)} lower than none.`; // prettier-ignore
  /** How far off a cut may be, and the one more mark that tells most. */
  const sayDoubt = (kind: 'I' | 'E'): string => {
    const found = both.find((one) => one.kind === kind)!;
    const second = secondReading(found, practice);
    if (!second) return '';
    const { doubt, setting, left } = second;
    const tells =
      left < 0.9 * doubt
        ? ` One more mark at ${say(setting)} of shims leaves ${say(left)} of that.`
        : ' Another mark tells little more.';
    return `${KIND_NAME[kind]}: the cut is known to ${say(doubt)} either way.${tells} `;
  };
  const isAlike = known.length === 2 && Math.abs(known[0].by - known[1].by) < SAME;
  const cuts = known.filter((one) => one.by < -SAME && now[one.kind] + one.by < -SAME);
  return (
    <section aria-label="Stands" className="stands">
      <h3>Stands</h3>
      {guessed.map(({ kind, next }) => (
        <p key={kind} className="now-hint">
          {KIND_NAME[kind]} stands: not bracketed, nothing is cut or shimmed by a guess.
          {next && sayTry(next.setting)}
        </p>
      ))}
      {isAlike ? (
        <p>{what(known[0], 'All stands')}</p>
      ) : (
        known.map((one) => <p key={one.kind}>{what(one, `${KIND_NAME[one.kind]} stands`)}</p>)
      )}
      {!isAlike && known.length === 2 && (
        <p className="now-quiet">
          The kinds want {say(known[0].by - known[1].by)} between them: where one stand carries both, the one whose mark
          grows less gives way.
        </p>
      )}
      {cuts.length > 0 && (
        <p className="now-hint">
          {cuts.map(({ kind }) => sayDoubt(kind)).join('')}Cut in two passes and rub again between them. A cut too deep
          comes back only as shims under every stand that was cut, and the rods that were bought for it are bought
          twice.
        </p>
      )}
    </section>
  );
}
