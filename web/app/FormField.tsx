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
}

/** A field of a form, with what is wrong told below it; a wrong one can take the focus. */
export function FormField<Form extends FieldValues>({ control, name, help = ' ', wrong, ...props }: Props<Form>) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { ref, ...input }, fieldState: { error } }) => {
        const message = error?.message || wrong;
        return <TextField {...props} {...input} inputRef={ref} error={Boolean(message)} helperText={message || help} />;
      }}
    />
  );
}

/** A field that takes one of a few values. */
export function FormChoice<Form extends FieldValues>({
  control,
  name,
  label,
  options,
  onChoose,
}: Pick<Props<Form>, 'control' | 'name' | 'label'> & {
  options: readonly (readonly [value: string, title: string])[];
  /** Where choosing does more than fill the field. */
  onChoose?: (value: string) => void;
}) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { ref, ...input }, fieldState: { error } }) => (
        <TextField
          {...input}
          inputRef={ref}
          select
          label={label}
          error={!!error}
          helperText={error?.message ?? ' '}
          onChange={(event) => (onChoose ?? input.onChange)(event.target.value)}
        >
          {options.map(([value, title]) => (
            <MenuItem key={value} value={value}>
              {title}
            </MenuItem>
          ))}
        </TextField>
      )}
    />
  );
}
