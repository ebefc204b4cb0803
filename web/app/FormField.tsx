import MenuItem from '@mui/material/MenuItem';
import TextField, { type TextFieldProps } from '@mui/material/TextField';
import { Controller, type Control, type FieldPath, type FieldValues } from 'react-hook-form';

interface Props<Form extends FieldValues> extends Omit<TextFieldProps, 'name' | 'value' | 'onChange' | 'error'> {
  control: Control<Form>;
  name: FieldPath<Form>;
  /** Said below while nothing is wrong. */
  help?: string;
  /** What is wrong with it, where the form does not know it by itself. */
  wrong?: string;
  /** Where a choice does something else than fill the field. */
  onChoose?: (value: string) => void;
  /** Where a change does more than fill the field: wraps what fills it. */
  onTyped?: (fill: (value: string) => void) => (value: string) => void;
}

/** A field of a form, with what is wrong told below it; a wrong one can take the focus. */
export function FormField<Form extends FieldValues>(props: Props<Form>) {
  const { control, name, help = ' ', wrong, onChoose, onTyped, ...rest } = props;
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { ref, onChange, ...input }, fieldState: { error } }) => {
        const message = error?.message || wrong;
        return (
          <TextField
            {...rest}
            {...input}
            inputRef={ref}
            error={Boolean(message)}
            helperText={message || help}
            onChange={(event) => (onChoose ?? onTyped?.(onChange) ?? onChange)(event.target.value)}
          />
        );
      }}
    />
  );
}

/** A field that takes one of a few values. */
export function FormChoice<Form extends FieldValues>({
  options,
  ...field
}: Props<Form> & { options: readonly (readonly [value: string, title: string])[] }) {
  return (
    <FormField {...field} select>
      {options.map(([value, title]) => (
        <MenuItem key={value} value={value}>
          {title}
        </MenuItem>
      ))}
    </FormField>
  );
}
