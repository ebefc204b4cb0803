import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';

interface Choice<Value extends string> {
  value: Value;
  choose: (value: Value) => void;
}

function Choice<Value extends string>(props: Choice<Value> & { label: string; titles: Record<Value, string> }) {
  const { label, titles, value, choose } = props;
  return (
    <TextField select label={label} value={value} onChange={(event) => choose(event.target.value as Value)}>
      {Object.entries<string>(titles).map(([key, title]) => (
        <MenuItem key={key} value={key}>
          {title}
        </MenuItem>
      ))}
    </TextField>
  );
}

/** The unit that lifts are printed or read in. */
export const LiftUnit = (choice: Choice<'in' | 'mm'>) => (
  <Choice label="Lifts in" titles={{ in: 'inches', mm: 'millimetres' }} {...choice} />
);

/** Where a lift is taken: the lobe judges the cam, the valve the valvetrain. */
export const LobeOrValve = ({ label, ...choice }: Choice<'lobe' | 'valve'> & { label: string }) => (
  <Choice label={label} titles={{ lobe: 'lobe', valve: 'valve' }} {...choice} />
);
