import { isClayInside } from '../../../core/sheet/engine-file.js';
import { useDesk } from '../../state/use-desk.js';
import './clay-inside.css';

/** Stands wherever the engine is worked on, reviewed or signed, until somebody answers for it. */
export function ClayInside() {
  const file = useDesk((desk) => desk.file!);
  if (!isClayInside(file)) return null;
  return (
    <p className="clay-inside" role="status">
      <strong>Clay or dye is inside.</strong> Nobody has signed yet that it is out and the tools are counted.
    </p>
  );
}
