/** The main views, each with the engine of the demo that shows it best; `act` is what is done before the picture. */
export const VIEWS = [
  { name: 'floor', place: '/' },
  { name: 'new-engine', place: '/engines/new' },
  { name: 'bottom-end', tag: 'PH8-031', place: 'bottom-end' },
  { name: 'dead-centre', tag: 'BS6-114', place: 'dead-centre' },
  {
    name: 'timing',
    tag: 'PH8-031',
    place: 'timing',
    async act(page) {
      await page.getByRole('button', { name: /Intake closes/ }).click();
    },
  },
  ...['card', 'sweep', 'curves', 'decision'].map((part, index) => ({
    name: `timing-${part}`,
    tag: index === 1 ? 'DT2-007' : 'PH8-031',
    place: 'timing',
    async act(page) {
      await page
        .getByRole('button', { name: /Cam card|Sweep a lobe|Lift curves|Sprocket/ })
        .nth(index)
        .click();
      await page.waitForTimeout(600);
    },
  })),
  {
    name: 'setting',
    tag: 'PH8-031',
    place: 'setting',
    async act(page) {
      await page.keyboard.type('0.62');
    },
  },
  { name: 'setting-dark', tag: 'PH8-031', place: 'setting', shade: 'dark' },
  { name: 'review', tag: 'PH8-031', place: 'review' },
  { name: 'record', tag: 'BS6-114', place: 'record' },
  { name: 'verify', place: '/verify' },
  { name: 'people', place: '/people' },
];
