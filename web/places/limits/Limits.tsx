import Button from '@mui/material/Button';
import { Link, NavLink, Navigate, Outlet, useLoaderData, useParams } from 'react-router';
import type { specSetsLoader } from '../../app/loaders.js';
import { Page } from '../../app/Page.js';
import { useSession } from '../../state/session.js';
import './limits.css';

/** The spec sets of the shop, by which engines are judged; each with its versions. */
export function Limits() {
  const { specSets } = useLoaderData<typeof specSetsLoader>() ?? { specSets: [] };
  const { set } = useParams();
  const isOwner = useSession(({ person }) => person?.role === 'owner');
  if (!set && specSets.length > 0) return <Navigate to={`/limits/${specSets[0].id}`} replace />;
  return (
    <Page title="Limits" aside="what the shop judges by; the maker’s card comes first">
      <div className="limits">
        <nav aria-label="Spec sets" className="limits-sets">
          {specSets.map(({ id, title, version, lifter, issued }) => (
            <NavLink key={id} to={`/limits/${id}`} className={({ isActive }) => (isActive ? 'limits-set here' : 'limits-set')}>
              <strong>{title}</strong>
              <span className="limit-quiet">
                {lifter}, <span className="figure">v{version}</span>
                {!issued && ', example'}
              </span>
            </NavLink>
          ))}
          {isOwner && (
            <Button component={Link} to="/new-limits" variant="outlined" size="small">
              A set of our own
            </Button>
          )}
        </nav>
        <Outlet />
      </div>
    </Page>
  ); // prettier-ignore
}
