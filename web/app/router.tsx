import { createBrowserRouter } from 'react-router';
import { Shell } from './Shell.js';
import { SignedIn } from './SignedIn.js';

/** Every place has its own address; each is loaded when it is first entered. */
export const router = createBrowserRouter([
  {
    element: <Shell />,
    children: [
      { path: '/verify', lazy: async () => ({ Component: (await import('../places/verify/Verify.js')).Verify }) },
      {
        element: <SignedIn />,
        children: [
          { path: '/', lazy: async () => ({ Component: (await import('../places/floor/Floor.js')).Floor }) },
          {
            path: '/engines/new',
            lazy: async () => ({ Component: (await import('../places/new-engine/NewEngine.js')).NewEngine }),
          },
          { path: '/people', lazy: async () => ({ Component: (await import('../places/people/People.js')).People }) },
          {
            path: '/engines/:id',
            lazy: async () => ({ Component: (await import('./EngineFrame.js')).EngineFrame }),
            children: [
              {
                path: 'bottom-end',
                lazy: async () => ({ Component: (await import('../places/bottom-end/BottomEnd.js')).BottomEnd }),
              },
              {
                path: 'dead-centre',
                lazy: async () => ({ Component: (await import('../places/dead-centre/DeadCentre.js')).DeadCentre }),
              },
              {
                path: 'timing',
                lazy: async () => ({ Component: (await import('../places/timing/Timing.js')).Timing }),
              },
              {
                path: 'setting',
                lazy: async () => ({ Component: (await import('../places/setting/Setting.js')).Setting }),
              },
              {
                path: 'review',
                lazy: async () => ({ Component: (await import('../places/review/Review.js')).Review }),
              },
              {
                path: 'record',
                lazy: async () => ({ Component: (await import('../places/record/Record.js')).Record }),
              },
            ],
          },
          { path: '*', lazy: async () => ({ Component: (await import('./NowhereHere.js')).NowhereHere }) },
        ],
      },
    ],
  },
]);
