import { parseEntered } from '../../core/units/parse-entered.js';

/** A number as it was typed; undefined where nothing is; else the text itself, so that a schema refuses it by its field. */
export function typedNumber(text: string): unknown {
  const parsed = parseEntered(text);
  if (parsed.ok) return parsed.value;
  return parsed.reason === 'empty' ? undefined : text;
}
