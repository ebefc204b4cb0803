import { line, reason, text } from './text.js';

const problem = (schema: { safeParse(value: string): { error?: { issues: { message: string }[] } } }, value: string) =>
  schema.safeParse(value).error?.issues[0].message;

describe('words of people', () => {
  test.each(['Fenwater & Söhne', '−0.005 "out of the hole"', 'first\nsecond', 'a\tb', 'ü 氣 🔧'])(
    '%j is kept',
    (words) => {
      expect(text(40).parse(words)).toBe(words);
      expect(reason.parse(words)).toBe(words);
    },
  );
  test.each(['a\u0000b', 'a\u0007b', 'a\ud800b', 'a\u009fb'])('%j holds what cannot be printed', (words) => {
    for (const schema of [text(40), line(40), reason])
      expect(problem(schema, words)).toBe('holds a character that cannot be printed');
  });
  test('what must be there is more than blanks, and nothing runs on', () => {
    expect(problem(line(5), '   ')).toBe('must be filled in');
    expect(problem(line(5), 'abcdef')).toBe('at most 5 characters');
    expect(line(5).parse(' abc ')).toBe('abc');
    expect(problem(reason, ' a ')).toBe('a reason, in a few words');
  });
});
