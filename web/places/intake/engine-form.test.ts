import { LAYOUTS } from '../../../core/engine/layouts.js';
import { completeEngine } from '../../../contracts/engine.js';
import {
  BLANK,
  checkFigures,
  checkForm,
  customerOf,
  fieldOf,
  fieldsOf,
  UNSTATED,
  type EngineForm,
} from './engine-form.js';
import { filledOf } from './steps.js';

const filled = (index: number, change: Partial<EngineForm> = {}): EngineForm => ({
  ...UNSTATED, tag: 'T-1', title: 'Petrel H8', customer: 'Fenwater', specSet: LAYOUTS[index].specSet, ...fieldsOf(LAYOUTS[index].engine!), ...change,
}); // prettier-ignore
const wrong = (form: EngineForm) => {
  const checked = checkForm(form);
  return checked.ok ? [] : checked.issues.map(({ path }) => fieldOf(path));
};

test.each(LAYOUTS.filter(({ engine }) => engine).map(({ name }, index) => [name, index] as const))(
  'the fields of a %s say the very engine that its template is',
  (_name, index) => {
    const checked = checkForm(filled(index));
    expect(checked.ok && completeEngine(checked.request).engine).toEqual(LAYOUTS[index].engine);
  },
);

test.each<[string, Partial<EngineForm>]>([
  ['tag', { tag: '  ' }],
  ['firingOrder', { firingOrder: '1 2 3' }],
  ['firingOrder', { firingOrder: '1 8 7 2 6 5 4 x' }],
  ['intervals', { intervals: '90 90' }],
  ['pins', { pins: '1 2 / 3 4 / 5 6 / 7' }],
  ['pins', { pins: '1 2 / x' }],
  ['mains', { mains: 'five' }],
  ['ratioIntake', { ratioIntake: '1,6.2' }],
  ['ratioExhaust', { ratioExhaust: '' }],
  ['threadsPerUnit', { threadsPerUnit: '0' }],
  ['intakeOpenBtdc', { intakeOpenBtdc: 'thirty' }],
  ['exhaustOpenBbdc', { exhaustOpenBbdc: '-170', exhaustCloseAtdc: '-170' }],
  [
    'banks.0.valveOrder',
    {
      banks: [
        { cylinders: '1 3 5 7', valveOrder: 'EIIEEII' },
        { cylinders: '2 4 6 8', valveOrder: 'EIIEEIIE' },
      ],
    },
  ],
  [
    'banks.1.cylinders',
    {
      banks: [
        { cylinders: '1 3 5 7', valveOrder: 'EIIEEIIE' },
        { cylinders: '', valveOrder: 'EIIEEIIE' },
      ],
    },
  ],
])('a wrong %s is said at that field', (field, change) => expect(wrong(filled(0, change))).toContain(field));

test('one wrong number hides nothing else that is wrong', () => {
  const fields = wrong(filled(0, { ratioIntake: 'nine', firingOrder: '1 8 7 2 6 5 4 4', tag: '' }));
  expect(fields).toEqual(expect.arrayContaining(['ratioIntake', 'firingOrder', 'tag']));
});

test('firing orders may be written with blanks, commas or dashes, angles with a true minus', () => {
  for (const firingOrder of ['1 8 7 2 6 5 4 3', '1-8-7-2-6-5-4-3', '1, 8, 7, 2, 6, 5, 4, 3'])
    expect(wrong(filled(0, { firingOrder }))).toEqual([]);
  const checked = checkForm(filled(0, { intakeOpenBtdc: '−4' }));
  expect(checked.ok && checked.request.seatEvents!.intakeOpenBtdc).toBe(-4);
});

test('a custom engine starts with nothing stated, and says all that it must state', () => {
  const fields = wrong({ ...UNSTATED, tag: 'T', title: 'T', customer: 'C', specSet: 'shop-hydraulic', ...BLANK });
  for (const field of ['firingOrder', 'banks.0.cylinders', 'threadsPerUnit', 'ratioIntake', 'intakeOpenBtdc'])
    expect(fields).toContain(field);
});

test('figures, parts and the promise go with it, each only where it is filled in', () => {
  const figures = { ...UNSTATED.figures, bore: { entered: '4 1/8', unit: 'in' as const } };
  const parts = UNSTATED.parts.map((row) =>
    row.part === 'pistons' ? { ...row, maker: ' Ostler ', serial: 'lot 88' } : row,
  );
  const checked = checkForm(filled(0, { figures, parts, promised: '2026-12-18' }));
  expect(checked.ok && [checked.request.data, checked.request.parts, checked.request.job]).toEqual([
    { figures: { bore: { entered: '4 1/8', unit: 'in' } } },
    { parts: [{ part: 'pistons', maker: 'Ostler', serial: 'lot 88' }] },
    { promised: '2026-12-18' },
  ]);
  const bare = checkForm(filled(0));
  expect(bare.ok && Object.keys(bare.request)).not.toEqual(expect.arrayContaining(['data']));
});

test('a figure that cannot be is said at its field, on opening and later', () => {
  const form = filled(0, { figures: { ...UNSTATED.figures, bore: { entered: '4.125', unit: 'mm' } } });
  expect(wrong(form)).toContain('figures.bore.entered');
  const later = checkFigures(form);
  expect(!later.ok && later.issues.map(({ path }) => fieldOf(path))).toEqual(['figures.bore.entered']);
});

test('a customer’s page has what was written on it, and nothing for what was left empty', () => {
  const form = filled(0, { customerId: 'c-1', phone: ' 01632 960 114 ', toldBy: 'phone' });
  expect(customerOf(form)).toEqual({ id: 'c-1', name: 'Fenwater', phone: '01632 960 114', toldBy: 'phone' });
  expect(customerOf(filled(0))).toBeNull();
});

test('figures of hydraulic lifters are not asked of solid ones, and do not count as lacking', () => {
  const of = (lifter: EngineForm['lifter']) => filledOf('figures', filled(0, { lifter }))![1];
  expect(of('hydraulic') - of('solid')).toBe(1);
});
