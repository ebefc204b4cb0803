import { zodResolver } from '@hookform/resolvers/zod';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useForm, type FieldPath } from 'react-hook-form';
import type { z } from 'zod';
import { openShopRequest } from '../../../contracts/shop.js';
import { ApiError, ask as askServer, sayError } from '../../app/api.js';
import { Page } from '../../app/Page.js';
import { slugOf } from '../../app/slug.js';
import { useSession } from '../../state/session.js';

type Form = z.input<typeof openShopRequest>;

/** An empty shop: whoever comes first names it and becomes its owner. */
export function FirstVisit() {
  const ask = useSession((state) => state.ask);
  const [problem, setProblem] = useState<string | null>(null);
  const { register, handleSubmit, setError, formState } = useForm<Form>({
    resolver: zodResolver(openShopRequest),
    defaultValues: {
      shopName: '',
      verifyAddress: window.location.origin,
      owner: { handle: 'owner', name: '', pin: '' },
    },
  });

  const submit = handleSubmit(async (form) => {
    try {
      await askServer('POST /api/shop', { body: form });
      await ask();
    } catch (error) {
      if (error instanceof ApiError)
        error.issues.forEach(({ path, message }) => setError(path as FieldPath<Form>, { message }));
      setProblem(sayError(error));
    }
  });
  const { errors, isSubmitting } = formState;
  return (
    <Page title="Open this shop" aside="Utex is empty. The first to come here becomes its owner.">
      <form
        onSubmit={(event) => void submit(event)}
        noValidate
        style={{ maxWidth: 460, display: 'grid', gap: 20, marginTop: 24 }}
      >
        <TextField
          label="Name of the shop"
          {...register('shopName')}
          error={!!errors.shopName}
          helperText={errors.shopName?.message ?? 'It stands on every record.'}
          autoFocus
        />
        <TextField
          label="Address for verifying"
          {...register('verifyAddress')}
          error={!!errors.verifyAddress}
          helperText={
            errors.verifyAddress?.message ??
            'Where customers reach this Utex; it goes into the QR code of every record.'
          }
        />
        <TextField
          label="Your name"
          {...register('owner.name')}
          error={!!errors.owner?.name}
          helperText={errors.owner?.name?.message ?? ' '}
        />
        <TextField
          label="Your handle"
          {...register('owner.handle', { setValueAs: (typed: string) => slugOf(typed, 24) })}
          error={!!errors.owner?.handle}
          helperText={errors.owner?.handle?.message ?? 'Short, for signing in.'}
        />
        <TextField
          label="Your PIN"
          type="password"
          {...register('owner.pin')}
          error={!!errors.owner?.pin}
          helperText={errors.owner?.pin?.message ?? '6 to 12 digits.'}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
        {problem && (
          <p role="alert" style={{ color: 'var(--flag)', margin: 0 }}>
            {problem}
          </p>
        )}
        <Button type="submit" variant="contained" disabled={isSubmitting}>
          Open the shop
        </Button>
      </form>
    </Page>
  );
}
