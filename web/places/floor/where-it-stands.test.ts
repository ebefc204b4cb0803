import { whereItStands } from './where-it-stands.js';

const engine = { id: 'e', state: 'setting', stage: 'bottom-end', taken: 0, required: 16, signedAt: null } as const;

test('an engine is where it was measured last, and that is where one goes on', () => {
  expect(whereItStands(engine)).toEqual({
    says: 'Bottom end under way', next: 'Go on: bottom end', to: '/engines/e/bottom-end',
  }); // prettier-ignore
  expect(whereItStands({ ...engine, stage: 'cam-timing' })).toMatchObject({ says: 'Timing under way', to: '/engines/e/timing' }); // prettier-ignore
});
test('where valves are set it says how many are', () =>
  expect(whereItStands({ ...engine, stage: 'setting', taken: 12 })).toEqual({
    says: 'Setting, 12 of 16', next: 'Go on: setting', to: '/engines/e/setting',
  })); // prettier-ignore
test('a flag at the bottom end does not send anybody to the valves', () =>
  expect(whereItStands({ ...engine, state: 'flagged' })).toMatchObject({ says: 'Bottom end under way', to: '/engines/e/bottom-end' })); // prettier-ignore
test('with every valve set it goes to the review, whatever was measured last', () => {
  const set = { ...engine, taken: 16 };
  expect(whereItStands({ ...set, state: 'flagged' })).toMatchObject({ says: 'Setting, 16 of 16', next: 'Deal with the flags', to: '/engines/e/review' }); // prettier-ignore
  expect(whereItStands(set)).toMatchObject({ next: 'See what lacks', to: '/engines/e/review' });
});
test('a set that asks for nothing of setting never counts to none', () =>
  expect(whereItStands({ ...engine, required: 0, stage: 'mock-up' }).says).toBe('Mock-up under way'));
test('one that was just opened starts at the bottom end; one that was signed is handed over', () => {
  expect(whereItStands({ ...engine, state: 'opened', stage: null })).toMatchObject({ says: 'Just opened', to: '/engines/e/bottom-end' }); // prettier-ignore
  expect(whereItStands({ ...engine, state: 'signed', signedAt: '2026-11-17T10:00:00Z' })).toMatchObject({ says: 'Signed 17 Nov', next: 'Hand over' }); // prettier-ignore
});
