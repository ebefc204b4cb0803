import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Begun } from '../../measuring/WantPart.js';
import { WantPart } from '../../measuring/WantPart.js';
import { Hints } from '../../measuring/panel-parts.js';
import { useLooksOn } from '../../state/session.js';
import { remedyIn, rodWanted, shimWanted, type RemedyFound } from './remedy.js';
import type { SettingState } from './use-setting.js';

/** What brings the active valve's plunger where it belongs, as something to be ordered. */
export function useRemedy(setting: SettingState) {
  const { engine, sheet, rows, active, lengthUnit, entry, target } = setting;
  const [begun, setBegun] = useState<Begun | null>(null);
  const here = rows.filter(({ place }) => place === active);
  const found = remedyIn([...(entry.preview?.hints ?? []), ...here.flatMap(({ hints }) => hints)]);
  // What speaks for it, where the panel does not say so already: it stands by another measure of this valve.
  const elsewhere = here.filter((row) => row.measure !== target.measure.key && remedyIn(row.hints) !== null);
  const orderRod = () => found && setBegun(rodWanted(engine, sheet.rows, active, found, lengthUnit));
  const orderShim = () => found?.pivotShim && setBegun(shimWanted(engine.id, active, found.pivotShim, lengthUnit));
  return {
    found,
    elsewhere,
    orderRod,
    orderShim,
    /** One key: what the mount takes. A shim where a pedestal has no adjuster, else another pushrod. */
    order: () => (engine.mount === 'pedestal-shim' && found?.pivotShim ? orderShim() : orderRod()),
    begun,
    close: () => setBegun(null),
  };
}

/** The two ways out, each one press away from the list of parts. */
export function Remedy({ found, elsewhere, orderRod, orderShim, begun, close }: ReturnType<typeof useRemedy>) {
  const looksOn = useLooksOn();
  if (looksOn) return null;
  return (
    <>
      {elsewhere.map((row) => (
        <Hints key={row.measure} hints={row.hints} unit={row.enteredUnit} at={row} readingIds={[row.readingId]} />
      ))}
      {found && <RemedyButtons found={found} orderRod={orderRod} orderShim={orderShim} />}
      {begun && <WantPart begun={begun} onClose={close} />}
    </>
  );
}

function RemedyButtons({
  found,
  orderRod,
  orderShim,
}: {
  found: RemedyFound;
  orderRod: () => void;
  orderShim: () => void;
}) {
  return (
    <p role="group" aria-label="What brings it where it belongs">
      <Button size="small" variant="outlined" onClick={orderRod}>
        A {found.pushrodChange < 0 ? 'shorter' : 'longer'} pushrod onto the list
      </Button>{' '}
      {found.pivotShim !== null && found.pivotShim > 0 && (
        <Button size="small" variant="outlined" onClick={orderShim}>
          A shim onto the list
        </Button>
      )}
    </p>
  );
}
