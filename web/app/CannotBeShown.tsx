import Button from '@mui/material/Button';
import { useRevalidator, useRouteError } from 'react-router';
import { sayError } from './api.js';
import { Page } from './Page.js';

/** What stands where a place could not be loaded: why, and the way to try again. */
export function CannotBeShown() {
  const error = useRouteError();
  const { revalidate } = useRevalidator();
  return (
    <Page title="This cannot be shown">
      <p role="alert">{sayError(error)}</p>
      <Button variant="outlined" onClick={() => void revalidate()}>
        Try again
      </Button>
    </Page>
  );
}
