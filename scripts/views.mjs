/** The main views, each with the engine of the demo that shows it best; `act` is what is done before the picture. */
export const VIEWS = [
  { name: 'floor', place: '/' },
  { name: 'new-engine', place: '/engines/new' },
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
