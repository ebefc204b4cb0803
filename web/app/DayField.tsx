import CalendarMonthOutlined from '@mui/icons-material/CalendarMonthOutlined';
import IconButton from '@mui/material/IconButton';
import InputAdornment from '@mui/material/InputAdornment';
import Popover from '@mui/material/Popover';
import TextField, { type TextFieldProps } from '@mui/material/TextField';
import { lazy, Suspense, useRef, useState } from 'react';
import { Controller, type Control, type FieldPath, type FieldValues } from 'react-hook-form';
import { sayWholeDay } from './say-day.js';
import { isDay, typedDay, whyNoDay } from './typed-day.js';

const DayCalendar = lazy(async () => ({ default: (await import('./DayCalendar.js')).DayCalendar }));

type Props = Omit<TextFieldProps, 'value' | 'onChange' | 'type' | 'select' | 'multiline'> & {
  label: string;
  /** ISO, or what was typed where it is no day; empty for none. */
  value: string;
  onDay: (day: string) => void;
};

/** A day, typed as the shop writes it or chosen in a calendar; what can't be read stays and says so. */
export function DayField({ value, onDay, label, error, helperText, onBlur, onKeyDown, slotProps, ...field }: Props) {
  /** What the hand types; null once it has left, when the day is written out. */
  const [typed, setTyped] = useState<string | null>(null);
  const [isOpen, setIsOpen] = useState(false);
  const input = useRef<HTMLDivElement>(null);
  const written = isDay(value) ? sayWholeDay(value) : value;
  const why = typed === null ? whyNoDay(value) : null;
  const read = () => setTyped(null);
  return (
    <>
      <TextField
        {...field}
        ref={input}
        label={label}
        value={typed ?? written}
        error={error || why !== null}
        helperText={error ? helperText : (why ?? helperText)}
        onChange={({ target }) => {
          setTyped(target.value);
          onDay(typedDay(target.value, new Date()));
        }}
        onBlur={(event) => {
          read();
          onBlur?.(event);
        }}
        onKeyDown={(event) => {
          if (event.key === 'Enter') read();
          onKeyDown?.(event);
        }}
        slotProps={{
          ...slotProps,
          input: {
            endAdornment: (
              <InputAdornment position="end">
                <IconButton edge="end" aria-label={`${label}: calendar`} onClick={() => setIsOpen(true)}>
                  <CalendarMonthOutlined />
                </IconButton>
              </InputAdornment>
            ),
          },
        }}
      />
      <Popover
        open={isOpen}
        anchorEl={input.current}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        onClose={() => setIsOpen(false)}
        slotProps={{ paper: { role: 'dialog', 'aria-label': label } }}
      >
        <Suspense fallback={null}>
          <DayCalendar
            day={isDay(value) ? value : null}
            onDay={(day) => {
              onDay(day);
              setIsOpen(false);
            }}
          />
        </Suspense>
      </Popover>
    </>
  );
}

/** The same as a field of a form, with what is wrong told below it. */
export function FormDay<Form extends FieldValues>({
  control,
  name,
  help = ' ',
  ...field
}: Omit<Props, 'name' | 'value' | 'onDay' | 'error'> & {
  control: Control<Form>;
  name: FieldPath<Form>;
  /** Said below while nothing is wrong. */
  help?: string;
}) {
  return (
    <Controller
      control={control}
      name={name}
      render={({ field: { ref, onChange, onBlur, ...input }, fieldState: { error } }) => (
        <DayField
          {...field}
          {...input}
          inputRef={ref}
          onBlur={onBlur}
          onDay={onChange}
          error={Boolean(error)}
          helperText={error?.message || help}
        />
      )}
    />
  );
}
