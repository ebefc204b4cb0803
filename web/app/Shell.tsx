import DarkModeOutlined from '@mui/icons-material/DarkModeOutlined';
import LightModeOutlined from '@mui/icons-material/LightModeOutlined';
import Logout from '@mui/icons-material/Logout';
import SwitchAccountOutlined from '@mui/icons-material/SwitchAccountOutlined';
import IconButton from '@mui/material/IconButton';
import Tooltip from '@mui/material/Tooltip';
import { lazy, Suspense } from 'react';
import { NavLink, Outlet } from 'react-router';
import { useLeftDraft } from '../state/left-draft.js';
import { useDesk } from '../state/use-desk.js';
import { usePreferences } from '../state/preferences.js';
import { useSession } from '../state/session.js';
import { useShade } from './use-shade.js';
import { SkipLink } from './SkipLink.js';
import { usePlaceHeading } from './use-place-heading.js';
import './shell.css';

const LeftDraft = lazy(async () => ({ default: (await import('./LeftDraft.js')).LeftDraft }));

function Rail() {
  const { person: known, status, signOut, lock } = useSession();
  const person = status === 'locked' ? null : known;
  const shade = useShade();
  const toggleShade = usePreferences((state) => state.toggleShade);
  const engine = useDesk((state) => state.engine);
  const places = [
    { to: '/', title: 'Floor', shown: person !== null },
    { to: '/week', title: 'Week', shown: person !== null && person.role !== 'apprentice' },
    { to: `/engines/${engine?.id}/path`, title: 'Engine', shown: person !== null && engine !== null },
    { to: '/parts', title: 'Parts', shown: person !== null && person.role !== 'apprentice' },
    { to: '/limits', title: 'Limits', shown: person !== null },
    { to: '/people', title: 'People', shown: person !== null },
    { to: '/acts', title: 'Acts', shown: person?.role === 'owner' || person?.role === 'lead' },
    { to: '/shop', title: 'Shop', shown: person?.role === 'owner' },
    { to: '/verify', title: 'Verify', shown: true },
  ];
  return (
    <nav className="rail" aria-label="Places">
      <SkipLink />
      <span className="rail-name" aria-hidden="true">
        U
      </span>
      {places
        .filter((place) => place.shown)
        .map(({ to, title }) => (
          <NavLink
            key={title}
            to={to}
            end={to === '/'}
            className={({ isActive }) =>
              isActive || (title === 'Engine' && window.location.pathname.startsWith(`/engines/${engine?.id}`))
                ? 'rail-place here'
                : 'rail-place'
            }
          >
            {title}
          </NavLink>
        ))}
      <span className="rail-rest" />
      <Tooltip title={shade === 'light' ? 'Evening shift: dark' : 'Day shift: light'} placement="right">
        <IconButton
          aria-label={shade === 'light' ? 'Dark theme' : 'Light theme'}
          onClick={() => toggleShade(shade)}
          sx={{ color: 'var(--brass)', width: 44, height: 44 }}
        >
          {shade === 'light' ? <DarkModeOutlined /> : <LightModeOutlined />}
        </IconButton>
      </Tooltip>
      {person && (
        <Tooltip title="Somebody else takes over" placement="right">
          <IconButton
            aria-label="Switch person"
            onClick={() => void lock()}
            sx={{ color: 'var(--brass)', width: 44, height: 44 }}
          >
            <SwitchAccountOutlined />
          </IconButton>
        </Tooltip>
      )}
      {person && (
        <Tooltip title={`${person.name}, ${person.role}: sign out`} placement="right">
          <IconButton
            aria-label={`Sign out ${person.name}`}
            onClick={() => void signOut()}
            sx={{ color: 'var(--brass)', width: 44, height: 44 }}
          >
            <Logout />
          </IconButton>
        </Tooltip>
      )}
    </nav>
  );
}

/** The rail of places on the left (below, on a phone), and the place itself. */
export function Shell() {
  usePlaceHeading();
  const isLeft = useLeftDraft(({ drop }) => drop !== null);
  return (
    <div className="shell">
      <Rail />
      <div className="shell-place">
        {isLeft && (
          <Suspense>
            <LeftDraft />
          </Suspense>
        )}
        <Outlet />
      </div>
    </div>
  );
}
