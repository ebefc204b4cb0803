import { lazy, Suspense, useEffect, useRef } from 'react';
import { Outlet, useRevalidator } from 'react-router';
import { useSession } from '../state/session.js';
import { useIdleLock } from './use-idle-lock.js';

const SignIn = lazy(async () => ({ default: (await import('../places/sign-in/SignIn.js')).SignIn }));
const FirstVisit = lazy(async () => ({ default: (await import('../places/sign-in/FirstVisit.js')).FirstVisit }));

/** How often a server that cannot be reached is asked again. */
const RETRY_MS = 3000;

/** What needs a session, or the way to one at the same address. */
export function SignedIn() {
  const { status, ask, person } = useSession();
  const { revalidate } = useRevalidator();
  const before = useRef(status);
  // Signed in at this very address: what it shows was refused until now.
  useEffect(() => {
    if (status === 'signed-in' && before.current !== 'signed-in' && before.current !== 'asking') void revalidate();
    before.current = status;
  }, [status, person, revalidate]);
  useIdleLock();
  // The server, or the way to it, comes back by itself: nobody presses for it.
  useEffect(() => {
    if (status !== 'unreachable') return;
    const again = setInterval(() => void ask(), RETRY_MS);
    return () => clearInterval(again);
  }, [status, ask]);
  switch (status) {
    case 'asking':
      return null;
    case 'unreachable':
      return (
        <main style={{ padding: 24 }}>
          <p>The server cannot be reached.</p>
          <button onClick={() => void ask()}>Try again</button>
        </main>
      );
    case 'empty-shop':
      return (
        <Suspense>
          <FirstVisit />
        </Suspense>
      );
    case 'signed-out':
      return (
        <Suspense>
          <SignIn />
        </Suspense>
      );
    case 'signed-in':
    case 'locked':
      return (
        <>
          {/* What is typed stays there under the lock; another person's hands begin with nothing of it. */}
          <div key={person?.handle} inert={status === 'locked'} aria-hidden={status === 'locked'}>
            <Outlet />
          </div>
          {status === 'locked' && (
            <div className="lock">
              <Suspense>
                <SignIn waiting={person} />
              </Suspense>
            </div>
          )}
        </>
      );
  }
}
