import { EXAMPLE_SPEC_SETS } from '../../../core/plan/example-spec-sets.js';
import { limitsCsv, readSetFile, setJson } from './set-files.js';
import {
  checkSetForm,
  fieldOf,
  formOf,
  ownFormKey,
  readSetDraft,
  toConfirm,
  withOwnAs,
  withoutOwn,
  type SetForm,
} from './set-form.js';

const [SPEC] = EXAMPLE_SPEC_SETS;
const FORM: SetForm = { ...formOf(SPEC), reason: 'Because of the teardowns' };
const check = (form: SetForm) => checkSetForm(form, SPEC.id, SPEC.version);
const wrongIn = (form: SetForm) => {
  const checked = check(form);
  return checked.ok ? [] : checked.issues.map(({ path }) => fieldOf(path));
};

describe('a set as it is typed', () => {
  test('unchanged, says of every example what the example says', () => {
    const [first] = EXAMPLE_SPEC_SETS;
    const geometry = { ...first.practice.geometry!, markAim: { in: 0.01, mm: 0.25 } };
    for (const set of [...EXAMPLE_SPEC_SETS, { ...first, practice: { ...first.practice, geometry } }]) {
      const checked = checkSetForm({ ...formOf(set), reason: 'Because' }, set.id, set.version);
      expect(checked.ok && checked.request.limits).toEqual(set.limits);
      expect(checked.ok && checked.request.practice).toEqual(set.practice);
    }
  });

  test('tells every wrong field at once: one that is no number does not hide a row that contradicts itself', () => {
    const limits = FORM.limits.map((row, index) =>
      index === 0 ? { ...row, min: '0,02.' } : index === 1 ? { ...row, min: '9', max: '1' } : row,
    );
    expect(wrongIn({ ...FORM, limits, reason: '' })).toEqual(expect.arrayContaining(['limits.0.min', 'limits.1.max', 'reason'])); // prettier-ignore
  });

  test('a list of figures is one field, whichever of them is wrong', () => {
    const timing = { ...FORM.practice.timing, offsetsDeg: '-4 minus 0', drops: { in: '0.02 x', mm: '' } };
    const wrong = wrongIn({ ...FORM, practice: { ...FORM.practice, timing } });
    expect(wrong).toEqual(expect.arrayContaining(['practice.timing.offsetsDeg', 'practice.timing.drops.in', 'practice.timing.drops.mm'])); // prettier-ignore
  });

  test('an empty figure is no figure, never a zero', () => {
    const checked = check({ ...FORM, limits: [{ ...FORM.limits[0], min: '', preferred: '' }] });
    expect(checked.ok && 'min' in checked.request.limits[0] && checked.request.limits[0].min).toBeUndefined();
    const { setting } = FORM.practice;
    expect(wrongIn({ ...FORM, practice: { ...FORM.practice, setting: { ...setting, marginDeg: ' ' } } })).toEqual(['practice.setting.marginDeg']); // prettier-ignore
  });
});

describe('what is looked at again, as it is typed', () => {
  const row = { what: 'Valve springs', every: '20', count: 'hours', bands: '7000 rpm x 0.5; 7800 × 1/4' };
  const withRow = (change: Partial<typeof row>, checkLift = FORM.practice.timing.checkLift): SetForm => ({
    ...FORM,
    practice: { ...FORM.practice, timing: { ...FORM.practice.timing, checkLift }, rechecks: [{ ...row, ...change }] },
  });

  test('has its speeds in one line, and comes back as it is kept', () => {
    const checked = check(withRow({}));
    const bands = [{ overRpm: 7000, factor: 0.5 }, { overRpm: 7800, factor: 0.25 }]; // prettier-ignore
    const rechecks = [{ what: 'Valve springs', every: 20, count: 'hours' as const, bands }];
    expect(checked.ok && checked.request.practice.rechecks).toEqual(rechecks);
    const again = formOf({ ...SPEC, practice: { ...SPEC.practice, rechecks } }).practice.rechecks[0].bands;
    expect(again).toBe('7000 × 0.5; 7800 × 0.25');
  });

  test('says by its own field what is no speed, no factor, no count, or half a check lift', () => {
    const at = (field: string) => `practice.rechecks.0.${field}`;
    expect(wrongIn(withRow({ bands: 'fast' }))).toEqual([at('bands')]);
    expect(wrongIn(withRow({ bands: '7000 × 2' }))).toEqual([at('bands')]);
    expect(wrongIn(withRow({ every: '', what: ' ' })).sort()).toEqual([at('every'), at('what')]);
    expect(wrongIn(withRow({}, { in: '0.05', mm: '' }))).toEqual(['practice.timing.checkLift.mm']);
    expect(wrongIn(withRow({}, { in: '', mm: '' }))).toEqual([]);
  });
});

describe('a set in a file', () => {
  test('as CSV comes back row by row as it went out', () => {
    for (const set of EXAMPLE_SPEC_SETS) {
      const read = readSetFile(limitsCsv(set.limits));
      expect(read.ok && read.form.limits).toEqual(formOf(set).limits);
    }
  });

  test('as JSON comes back whole, practice and all', () => {
    const read = readSetFile(setJson(SPEC));
    expect(read.ok && read.form).toEqual(formOf(SPEC));
  });

  test('with semicolons and decimal commas reads as it is meant', () => {
    const read = readSetFile('Measure;Valve;Least;Most;Unit;Required;Source\nlash-cold;exhaust;0,3;0,36;mm;yes;Ours\n');
    expect(read.ok && read.form.limits).toEqual([
      { measure: 'lash-cold', valve: 'E', min: '0.3', max: '0.36', preferred: '', unit: 'mm', basis: 'absolute', required: true, source: 'Ours' },
    ]); // prettier-ignore
  });

  test('with a wrong cell keeps the cell, to be mended where it stands', () => {
    const read = readSetFile('measure,least,unit,source\ndeck-height,about ten,in,Ours\n');
    expect(read.ok && read.form.limits![0].min).toBe('about ten');
    expect(wrongIn({ ...FORM, ...(read.ok ? read.form : {}) })).toEqual(['limits.0.min', 'limits.0.min']);
  });

  test('with a unit, a valve or a measure that is none is told by its field, and nothing is guessed', () => {
    const read = readSetFile(
      'measure,valve,most,unit,source\ndeck-height,,0.1,inch,Ours\nlash-cold,left,0.1,in,Ours\nhight,,1,in,Ours\n',
    );
    const form = { ...FORM, lifter: 'solid' as const, ...(read.ok ? read.form : {}) };
    expect(wrongIn(form)).toEqual(expect.arrayContaining(['limits.0.unit', 'limits.1.valve', 'limits.2.measure']));
    expect(form.limits[1].valve).toBe('left');
    const checked = check(form);
    expect(checked.ok ? [] : checked.issues.map(({ message }) => message)).toContain('a unit, as the list has them');
    expect(readSetFile('measure,unit,required\ndeck-height,in,perhaps\n')).toEqual({
      ok: false,
      problem: 'Row 1: required is yes or no, not “perhaps”.',
    });
  });

  test('that is none says what is missing', () => {
    expect(readSetFile('a,b\n1,2\n')).toEqual({
      ok: false,
      problem: 'The file has no column measure and no column unit.',
    });
    expect(readSetFile('{"format":"other"}')).toEqual({
      ok: false,
      problem: 'The file is no spec set that Utex wrote.',
    });
    expect(readSetFile('measure,unit\n')).toEqual({ ok: false, problem: 'The file has no row.' });
  });
});

describe('the path of the shop, as it is typed', () => {
  const path = {
    gates: [{ gate: 'pan' as const, asks: ['measure:rod-side-clearance', 'flags:bottom-end'] }, { gate: 'heads' as const, asks: ['sign-off:clay-out'] }],
    orders: [{ first: 'mark-width', before: 'preload-turns', upTo: 2, why: 'geometry first: it undoes all' }],
    cautions: [{ stage: 'setting' as const, says: 'The bar of bench two has no stop: mind it.' }],
    bench: [{ stage: 'mock-up' as const, items: ['clay', 'checking springs'] }],
    minutes: [{ of: 'setting', minutes: 90 }, { of: 'preload-turns', minutes: 1.5 }],
    told: '{name}, {engine} is late: {why}.',
  }; // prettier-ignore
  const withPath = (change: Partial<SetForm['practice']['path']>): SetForm => {
    const form = formOf({ ...SPEC, practice: { ...SPEC.practice, path } });
    return { ...form, reason: 'Because', practice: { ...form.practice, path: { ...form.practice.path, ...change } } };
  };

  test('has its gates as they are picked, else stands a line a row, and comes back as it is kept', () => {
    expect(withPath({}).practice.path.minutes).toBe('setting 90\npreload-turns 1.5');
    const checked = check(withPath({}));
    expect(checked.ok && checked.request.practice.path).toEqual(path);
  });

  test('says nothing where nothing is typed: general practice holds', () => {
    const nothing = { gates: [], orders: '', cautions: '', bench: '', minutes: '', told: '' };
    const checked = check(withPath(nothing));
    expect(checked.ok && 'path' in checked.request.practice).toBe(false);
  });

  test('names the gates where one is none, or asks what no gate can', () => {
    for (const [gate, ask] of [
      ['garage', 'parts:fitted'],
      ['pan', 'measure:lunch'],
    ])
      expect(new Set(wrongIn(withPath({ gates: [{ gate, asks: [ask] }] })))).toEqual(new Set(['practice.path.gates']));
    expect(wrongIn(withPath({ gates: [{ gate: 'pan', asks: [] }] }))).toEqual([]);
  });

  test.each([
    ['orders', 'mark-width then preload-turns'],
    ['orders', 'lunch before preload-turns, 2: hunger'],
    ['cautions', 'The bar has no stop'],
    ['bench', 'lunch: bread; cheese'],
    ['minutes', 'setting ninety'],
    ['minutes', 'lunch 30'],
  ] as const)('names %s where “%s” is no line of it', (field, line) => {
    const wrong = wrongIn(withPath({ [field]: line }));
    expect(new Set(wrong)).toEqual(new Set([`practice.path.${field}`]));
  });
});

describe('a set that is begun from an example', () => {
  test('is not issued before somebody stands for each of its lines', () => {
    const form = toConfirm(FORM);
    const first = check(form);
    const more = FORM.limits.length - 1;
    expect(first.ok ? [] : first.issues).toEqual([{ path: 'limits.0.isConfirmed', message: `confirm it or remove it, and ${more} more` }]); // prettier-ignore
    const limits = form.limits.map((row) => ({ ...row, isConfirmed: true }));
    const checked = check({ ...form, limits });
    // Whether a line was looked at is the form's own; the set says nothing of it.
    expect(checked.ok && checked.request.limits).toEqual(SPEC.limits);
    expect(wrongIn({ ...form, limits: [...limits.slice(1), form.limits[0]] })).toEqual([`limits.${limits.length - 1}.isConfirmed`]); // prettier-ignore
  });
});

describe('a measure of the shop’s own in a set that is copied', () => {
  const own = { title: 'Coupling runout', stage: 'bottom-end' as const, scope: 'engine' as const, unit: 'in' as const, resolution: 0.0005, how: 'Indicator.' }; // prettier-ignore
  const key = 'own:bottom-end:engine:in:0.0005:Coupling runout';
  const limit = { measure: key, max: 0.004, unit: 'in' as const, basis: 'absolute' as const, required: false, source: 'Ours' }; // prettier-ignore
  const copied: SetForm = {
    ...formOf({
      ...SPEC,
      measures: [own],
      limits: [...SPEC.limits, limit],
      practice: {
        ...SPEC.practice,
        uncertainty: [{ measure: key, value: 0.001, unit: 'in' }],
        path: { gates: [{ gate: 'pan', asks: [`measure:${key}`] }] },
      },
    }),
    reason: 'Because',
  };
  const speaksOf = (form: SetForm, of: string) => JSON.stringify({ ...form, measures: [] }).split(of).length - 1;

  test('can be issued as it is, also where its step was typed with a comma', () => {
    expect(wrongIn(copied)).toEqual([]);
    expect(ownFormKey({ ...copied.measures[0], resolution: '0,0005' })).toBe(key);
  });

  test('removed, leaves nothing behind that would keep the set from being issued', () => {
    const without = withoutOwn(copied, key);
    expect(speaksOf(without, 'Coupling')).toBe(0);
    expect(wrongIn(without)).toEqual([]);
    // Only the row itself removed, three fields speak of what is not there.
    expect(wrongIn({ ...copied, measures: [] })).toEqual(expect.arrayContaining([`limits.${SPEC.limits.length}.measure`, 'practice.uncertainty.0.measure', 'practice.path.gates'])); // prettier-ignore
  });

  test('called otherwise, is limited, trusted and asked by its gate under its new name', () => {
    const measures = [{ ...copied.measures[0], title: 'Coupling run-out' }];
    const after = ownFormKey(measures[0]);
    const renamed = { ...withOwnAs(copied, key, after), measures };
    expect(speaksOf(renamed, after)).toBe(3);
    expect(wrongIn(renamed)).toEqual([]);
  });

  test('in a draft of an older version still has its gates', () => {
    const { practice } = copied;
    const older = { ...copied, practice: { ...practice, path: { ...practice.path, gates: 'pan: flags:bottom-end' } } };
    expect(readSetDraft(older as never).practice!.path.gates).toEqual([{ gate: 'pan', asks: ['flags:bottom-end'] }]);
    expect(readSetDraft(copied)).toBe(copied);
  });
});
