import { Link } from 'react-router';
import { Page } from './Page.js';

export function NowhereHere() {
  return (
    <Page title="Nothing here">
      <p>
        There is no place at this address. <Link to="/">Go to the floor</Link>
      </p>
    </Page>
  );
}
