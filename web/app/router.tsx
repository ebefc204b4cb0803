import { createBrowserRouter, redirect } from 'react-router';
import type { StoreApi } from 'zustand';
import { ENGINE_PLACES, STAGE_PLACES } from '../places/stages.js';
import type { Desk } from '../state/desk.js';
import { CannotBeShown } from './CannotBeShown.js';
import {
  actsLoader,
  shopLoader,
  fingerprintLoader,
  floorLoader,
  intakeLoader,
  peopleLoader,
  specSetLoader,
  specSetsLoader,
} from './loaders.js';
import { Shell } from './Shell.js';
import { SignedIn } from './SignedIn.js';

/** Every place has its own address; each is loaded when it is first entered. */
export const makeRouter = (desk: StoreApi<Desk>) =>
  createBrowserRouter([
    {
      element: <Shell />,
      children: [
        {
          path: '/verify',
          loader: fingerprintLoader,
          errorElement: <CannotBeShown />,
          lazy: async () => ({ Component: (await import('../places/verify/Verify.js')).Verify }),
        },
        {
          element: <SignedIn />,
          children: [
            {
              errorElement: <CannotBeShown />,
              children: [
                {
                  path: '/',
                  loader: floorLoader,
                  lazy: async () => ({ Component: (await import('../places/floor/Floor.js')).Floor }),
                },
                {
                  path: '/engines/new',
                  loader: intakeLoader,
                  lazy: async () => ({ Component: (await import('../places/intake/NewEngine.js')).NewEngine }),
                },
                {
                  path: '/limits',
                  loader: specSetsLoader,
                  lazy: async () => ({ Component: (await import('../places/limits/Limits.js')).Limits }),
                  children: [
                    {
                      path: ':set',
                      loader: specSetLoader,
                      lazy: async () => ({ Component: (await import('../places/limits/Versions.js')).Versions }),
                    },
                  ],
                },
                {
                  path: '/new-limits',
                  lazy: async () => ({ Component: (await import('../places/limits/FirstSet.js')).FirstSet }),
                },
                {
                  path: '/new-limits/lines',
                  lazy: async () => ({ Component: (await import('../places/limits/WriteSet.js')).FirstLines }),
                },
                {
                  path: '/limits/:set/next',
                  loader: specSetLoader,
                  lazy: async () => ({ Component: (await import('../places/limits/WriteSet.js')).WriteSet }),
                },
                {
                  path: '/limits/:set/copy',
                  loader: specSetLoader,
                  lazy: async () => ({ Component: (await import('../places/limits/WriteSet.js')).NewSet }),
                },
                {
                  path: '/parts',
                  lazy: async () => ({ Component: (await import('../places/parts/Parts.js')).Parts }),
                },
                {
                  path: '/week',
                  lazy: async () => ({ Component: (await import('../places/week/Week.js')).Week }),
                },
                {
                  path: '/shop',
                  loader: shopLoader,
                  lazy: async () => ({ Component: (await import('../places/shop/Shop.js')).Shop }),
                },
                {
                  path: '/acts',
                  loader: actsLoader,
                  lazy: async () => ({ Component: (await import('../places/acts/Acts.js')).Acts }),
                },
                {
                  path: '/people',
                  loader: peopleLoader,
                  lazy: async () => ({ Component: (await import('../places/people/People.js')).People }),
                },
                {
                  path: '/engines/:id',
                  loader: async ({ params }) => {
                    await desk.getState().load(params.id!.toLowerCase());
                    return null;
                  },
                  // The desk is kept current by what is done on it: going from stage to stage asks nothing.
                  shouldRevalidate: ({ currentParams, nextParams, defaultShouldRevalidate, currentUrl, nextUrl }) =>
                    currentParams.id !== nextParams.id || (currentUrl.href === nextUrl.href && defaultShouldRevalidate),
                  lazy: async () => ({ Component: (await import('./EngineFrame.js')).EngineFrame }),
                  children: [
                    { index: true, loader: () => redirect(STAGE_PLACES[0].path) },
                    ...ENGINE_PLACES.map(({ path, screen, loader }) => ({ path, loader, lazy: screen })),
                  ],
                },
                { path: '*', lazy: async () => ({ Component: (await import('./NowhereHere.js')).NowhereHere }) },
              ],
            },
          ],
        },
      ],
    },
  ]);
