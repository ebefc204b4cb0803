import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import { usePreferences } from '../state/preferences.js';

/** One key that does something by itself: a finger presses it on the list. */
const isOneKey = (key: string) => /^[A-Z]$/.test(key);

/** The keys of a measuring place, as `?` shows them; by finger each is pressed there. */
export function KeysHelp({
  open,
  onClose,
  press,
  keys,
}: {
  open: boolean;
  onClose: () => void;
  press: (key: string) => void;
  keys: [key: string, does: string][];
}) {
  const { letterKeys, toggleLetterKeys } = usePreferences();
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
                {isOneKey(key) ? (
                  <button
                    type="button"
                    className="help-key"
                    aria-label={`${key}: ${does}`}
                    onClick={() => {
                      onClose();
                      press(key.toLowerCase());
                    }}
                  >
                    <kbd>{key}</kbd>
                  </button>
                ) : (
                  <kbd>{key}</kbd>
                )}
              </dt>
              <dd>{does}</dd>
            </div>
          ))}
        </dl>
        <p>
          <FormControlLabel
            control={<Switch checked={letterKeys} onChange={toggleLetterKeys} />}
            label="Letter keys everywhere on the bench"
          />
          <br />
          <span className="measuring-count">Off: letters act only in the number’s own field, on this device.</span>
        </p>
        <Button variant="outlined" onClick={onClose} autoFocus>
          Back to the bench
        </Button>
      </div>
    </Dialog>
  );
}
