type Json = null | boolean | number | string | Json[] | { [key: string]: Json | undefined };

/**
 * JSON with one spelling only, after RFC 8785: keys sorted by UTF-16 units, no white space, numbers and strings as
 * ECMAScript writes them. What is signed and hashed is this text, so equal contents give equal bytes. Keys whose
 * value is undefined are left out. @throws TypeError on a number that JSON has no spelling for
 */
export function canonicalJson(value: unknown): string {
  return write(value as Json);
}

function write(value: Json): string {
  if (typeof value === 'number' && !Number.isFinite(value)) throw new TypeError(`${value} has no JSON spelling`);
  if (value === null || typeof value !== 'object') return JSON.stringify(value);
  if (Array.isArray(value)) return `[${value.map(write).join(',')}]`;
  const members = Object.keys(value)
    .sort()
    .filter((key) => value[key] !== undefined)
    .map((key) => `${JSON.stringify(key)}:${write(value[key] as Json)}`);
  return `{${members.join(',')}}`;
}
