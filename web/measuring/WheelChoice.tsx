import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { WHEEL_FACES, type WheelFace } from '../../core/wheel/wheel-face.js';
import { usePreferences } from '../state/preferences.js';

const FACE_NAME: Record<WheelFace, string> = {
  '0-90-0-90-0': 'wheel 0–90–0–90–0',
  '0-180-0': 'wheel 0–180–0',
  '0-360': 'wheel 0–360',
};

/** Which degree wheel the builder has, and which way its numbers run. It stays with this device. */
export function WheelChoice() {
  const { wheel, chooseWheel } = usePreferences();
  return (
    <>
      <Select
        size="small"
        variant="standard"
        disableUnderline
        value={wheel.face}
        onChange={(event) => chooseWheel({ face: event.target.value as WheelFace })}
        inputProps={{ 'aria-label': 'Degree wheel' }}
        className="measuring-choice"
      >
        {WHEEL_FACES.map((face) => (
          <MenuItem key={face} value={face}>
            {FACE_NAME[face]}
          </MenuItem>
        ))}
      </Select>
      {wheel.face === '0-360' && (
        <Select
          size="small"
          variant="standard"
          disableUnderline
          value={wheel.runs}
          onChange={(event) => chooseWheel({ runs: event.target.value as 'with' | 'against' })}
          inputProps={{ 'aria-label': 'Numbers run' }}
          className="measuring-choice"
        >
          <MenuItem value="with">numbers climb as it turns</MenuItem>
          <MenuItem value="against">numbers fall as it turns</MenuItem>
        </Select>
      )}
    </>
  );
}
