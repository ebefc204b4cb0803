import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import TextField from '@mui/material/TextField';
import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import { useMemo } from 'react';
import { Controller, useWatch } from 'react-hook-form';
import { useRevalidator } from 'react-router';
import { PAPERS, type ChangeShop } from '../../../contracts/shop-data.js';
import { WEEKDAYS, type Weekday } from '../../../core/plan/work-time.js';
import { ask } from '../../app/api.js';
import { FormChoice, FormField } from '../../app/FormField.js';
import { useRefused } from '../../app/use-refused.js';
import { WrongFields } from '../../app/WrongFields.js';
import { SheetHead } from '../../drawings/SheetHead.js';
import { useDraftForm } from '../../state/draft.js';
import { useSession } from '../../state/session.js';
import { Letterhead } from './Letterhead.js';
import { formOfShop, requestOfShop, type ShopForm } from './shop-form.js';

const DAY_NAME: Record<Weekday, string> = {
  mon: 'Mon', tue: 'Tue', wed: 'Wed', thu: 'Thu', fri: 'Fri', sat: 'Sat', sun: 'Sun',
}; // prettier-ignore
const ZONES = Intl.supportedValuesOf('timeZone');

/** What the shop says about itself, and how its benches behave. Filed whole; what it was stays in the log. */
export function ShopDataPart({ loaded }: { loaded: ChangeShop }) {
  const filed = useMemo(() => formOfShop(loaded), [loaded]);
  const { form, isDraft, settle } = useDraftForm<ShopForm>('shop-data', filed, (draft) => ({ ...filed, ...draft }));
  const { control, handleSubmit, formState } = form;
  const { revalidate } = useRevalidator();
  const askSession = useSession((session) => session.ask);
  const { wrong, problem, refuse, fail, sends } = useRefused(
    form,
    (path) => path.split('.')[0],
    (typed) => {
      const checked = requestOfShop(typed, new Date());
      return checked.ok ? [] : checked.issues;
    },
  );
  const send = handleSubmit(async (typed) => {
    const checked = requestOfShop(typed, new Date());
    if (!checked.ok) return refuse(checked.issues);
    try {
      await ask('POST /api/shop/data', { body: checked.request });
      settle();
      await Promise.all([revalidate(), askSession()]);
    } catch (error) {
      fail(error);
    }
  });
  const [name, address, paper, letterhead] = useWatch({ control, name: ['name', 'address', 'paper', 'letterhead'] });
  return (
    <section aria-label="The shop" className="shop-part shop-says">
      <h2>The shop</h2>
      <div className="shop-sheet">
        <SheetHead
          name={name}
          address={address}
          paper={paper}
          picture={letterhead === '' ? '' : `/api/pictures/${letterhead}`}
        />
      </div>
      <form className="shop-form" noValidate onSubmit={sends(send)}>
        <FormField control={control} name="name" label="Name" help="as it stands on records from now on" />
        <FormField
          control={control}
          name="verifyAddress"
          label="Address for verifying"
          help="goes into the QR code of every record"
        />
        <FormField
          control={control}
          name="address"
          label="Postal address"
          multiline
          maxRows={4}
          help="at the head of every record"
        />
        <FormChoice control={control} name="paper" label="Paper" options={PAPERS.map((paper) => [paper, paper])} />
        <FormField control={control} name="currency" label="Currency" help="three capitals, as EUR; empty: not said" />
        <Controller
          control={control}
          name="timeZone"
          render={({ field, fieldState: { error } }) => (
            <Autocomplete
              options={ZONES}
              value={field.value || null}
              onChange={(_event, zone) => field.onChange(zone ?? '')}
              renderInput={(input) => (
                <TextField
                  {...input}
                  label="Time zone"
                  error={Boolean(error)}
                  helperText={error?.message ?? 'in which records tell their days; empty: UTC'}
                />
              )}
            />
          )}
        />
        <FormChoice
          control={control}
          name="units"
          label="Lengths are typed in"
          options={[
            ['', 'as the limits are written'],
            ['in', 'inches'],
            ['mm', 'millimetres'],
          ]}
        />
        <FormField
          control={control}
          name="hours"
          label="Hours"
          help="as 07:30 12:00 12:45 16:30, the break in the middle"
        />
        <FormField
          control={control}
          name="closed"
          label="Closed days"
          help="e.g. 25 Dec 2026, 26 Dec 2026"
          multiline
          maxRows={4}
        />
        <Controller
          control={control}
          name="letterhead"
          render={({ field }) => <Letterhead sha256={field.value} onChange={field.onChange} />}
        />
        <div className="shop-wide">
          <span className="shop-label" id="week">
            Days on which somebody works
          </span>
          <Controller
            control={control}
            name="week"
            render={({ field }) => (
              <ToggleButtonGroup
                value={field.value}
                aria-labelledby="week"
                onChange={(_event, days: Weekday[]) => field.onChange(days)}
              >
                {WEEKDAYS.map((day) => (
                  <ToggleButton key={day} value={day}>
                    {DAY_NAME[day]}
                  </ToggleButton>
                ))}
              </ToggleButtonGroup>
            )}
          />
        </div>
        <FormField
          control={control}
          name="idleMinutes"
          label="Bench locks after, minutes"
          help="without a touch; empty: never"
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
        {(
          [
            ['showNames', 'Names stand on the sign-in page, to press with a glove'],
            ['twoPeople', 'Who measured or accepted a value on an engine does not sign it'],
          ] as const
        ).map(([name, label]) => (
          <div key={name} className="shop-wide">
            <Controller
              control={control}
              name={name}
              render={({ field }) => (
                <FormControlLabel
                  control={<Checkbox checked={field.value} onChange={(_event, checked) => field.onChange(checked)} />}
                  label={label}
                />
              )}
            />
          </div>
        ))}
        <div className="shop-act shop-wide">
          <Button type="submit" variant="contained" disabled={!isDraft || formState.isSubmitting}>
            File what the shop says
          </Button>
          {isDraft && <Button onClick={settle}>Leave it as it was</Button>}
        </div>
      </form>
      <WrongFields wrong={wrong} problem={problem} />
    </section>
  );
}
