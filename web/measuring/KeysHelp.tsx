import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';

/** The keys of a measuring place, as `?` shows them. */
export function KeysHelp({
  open,
  onClose,
  keys,
}: {
  open: boolean;
  onClose: () => void;
  keys: [key: string, does: string][];
}) {
  return (
    <Dialog open={open} onClose={onClose} aria-labelledby="keys-title">
      <div style={{ padding: '18px 26px' }}>
        <h2 id="keys-title" style={{ font: '600 22px var(--head)', marginTop: 0 }}>
          Keys at the bench
        </h2>
        <dl className="measuring-help">
          {keys.map(([key, does]) => (
            <div key={key}>
              <dt>
                <kbd>{key}</kbd>
              </dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
        <Button variant="outlined" onClick={onClose} autoFocus>
          Back to the bench
        </Button>
      </div>
    </Dialog>
  );
}
