import Button from '@mui/material/Button';

/** Said beside a form whose contents the server does not have yet. */
export function NotFiled({ what, onDrop }: { what: 'card' | 'lobe'; onDrop: () => void }) {
  return (
    <span className="now-quiet">
      ◔ This {what} is kept here only.{' '}
      <Button size="small" onClick={onDrop}>
        Throw away what is typed
      </Button>
    </span>
  );
}
