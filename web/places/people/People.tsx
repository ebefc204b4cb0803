import Button from '@mui/material/Button';
import { Fragment, useState } from 'react';
import { useLoaderData } from 'react-router';
import type { KnownPerson } from '../../../contracts/shop.js';
import type { peopleLoader } from '../../app/loaders.js';
import { Page } from '../../app/Page.js';
import { useSession } from '../../state/session.js';
import { BringIn } from './BringIn.js';
import { ChangePerson } from './ChangePerson.js';
import { OwnPin } from './OwnPin.js';
import './people.css';

const MAY: Record<KnownPerson['role'], string> = {
  owner: 'everything, and brings people in',
  lead: 'measures, accepts out of limits, signs',
  builder: 'opens engines, measures, reworks',
  apprentice: 'looks on',
  off: 'nothing any more; what was done stays',
};

/** Who works here and what each may do; the owner brings people in. */
export function People() {
  const { person, shopName } = useSession();
  const { people = [] } = useLoaderData<typeof peopleLoader>() ?? {};
  const [changing, setChanging] = useState<string | null>(null);
  const isOwner = person?.role === 'owner';
  return (
    <Page title="People" aside={shopName}>
      <table className="people-table">
        <thead>
          <tr>
            {['Name', 'Handle', 'Role', 'May', ...(isOwner ? [''] : [])].map((head) => (
              <th key={head} scope="col" className={head === 'May' ? 'people-may' : undefined}>
                {head || <span className="sr-only">Change</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {people.map((one) => (
            <Fragment key={one.handle}>
              <tr className={one.role === 'off' ? 'people-off' : undefined}>
                <td className="people-name">{one.name}</td>
                <td className="figure">{one.handle}</td>
                <td>{one.role === 'off' ? 'switched off' : one.role}</td>
                <td className="people-may">{MAY[one.role]}</td>
                {isOwner && (
                  <td>
                    <Button size="small" onClick={() => setChanging(one.handle)} aria-label={`Change ${one.name}`}>
                      Change
                    </Button>
                  </td>
                )}
              </tr>
              {changing === one.handle && (
                <tr>
                  <td colSpan={5}>
                    <ChangePerson person={one} onDone={() => setChanging(null)} />
                  </td>
                </tr>
              )}
            </Fragment>
          ))}
        </tbody>
      </table>
      <OwnPin />
      {isOwner && <BringIn />}
    </Page>
  );
}
