import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { useSnackbar } from 'notistack';
import { useEffect, useState } from 'react';
import type { Customer } from '../../../contracts/customer.js';
import type { EnginePromise } from '../../../contracts/promise.js';
import { wordHolds, wordTold } from '../../../contracts/wording/promise.js';
import { TOLD_BY } from '../../../core/sheet/acts.js';
import { act, ask, sayError } from '../../app/api.js';
import { changeJob } from '../../app/change-job.js';
import { DayField } from '../../app/DayField.js';
import { FormDialog } from '../../app/FormDialog.js';
import { isDay } from '../../app/typed-day.js';
import { usePromises } from '../../state/promises.js';

type How = (typeof TOLD_BY)[number];
const HOW: Record<How, string> = { phone: 'by phone', text: 'by text', mail: 'by mail', letter: 'by letter', 'in-person': 'in person' }; // prettier-ignore
const sayDay = (on: string) => format(parseISO(on), 'EEEE d MMMM');

/** An address of the device's own program for phone, text or mail, with the words in it; null where it is not known. */
function programFor(how: How, customer: Customer | null, subject: string, says: string): string | null {
  const [words, title] = [encodeURIComponent(says), encodeURIComponent(subject)];
  const phone = customer?.phone?.replace(/[^+\d]/g, '');
  if (how === 'mail' && customer?.mail)
    return `mailto:${encodeURIComponent(customer.mail)}?subject=${title}&body=${words}`;
  if (how === 'text' && phone) return `sms:${phone}?body=${words}`;
  if (how === 'phone' && phone) return `tel:${phone}`;
  return null;
}

/** Telling a customer that his promise slips: the words, the program that sends them, and that he was told. */
export function TellCustomer({ engine, shop, onClose }: { engine: EnginePromise; shop: string; onClose: () => void }) {
  const { promised, readyOn, template, title, tag, customer: name, customerId } = engine;
  const { enqueueSnackbar } = useSnackbar();
  const load = usePromises((state) => state.load);
  const [customer, setCustomer] = useState<Customer | null>(null);
  const [how, setHow] = useState<How>('phone');
  const [expected, setExpected] = useState(engine.surelyOn > readyOn ? engine.surelyOn : readyOn);
  const wordsFor = (day: string) =>
    wordTold(template, {
      name, shop, engine: title, promised: promised ? sayDay(promised) : '…', expected: isDay(day) ? sayDay(day) : '…',
      why: wordHolds(engine, sayDay) || 'it takes longer than we thought',
    }); // prettier-ignore
  const [says, setSays] = useState(() => wordsFor(expected));
  const [isPromised, setIsPromised] = useState(true);
  const [problem, setProblem] = useState('');
  useEffect(() => {
    if (customerId === null) return;
    ask('GET /api/customers').then(
      ({ customers }) => {
        const known = customers.find(({ id }) => id === customerId) ?? null;
        setCustomer(known);
        if (known?.toldBy) setHow(known.toldBy);
      },
      // Without the book the customer is told by hand.
      () => {},
    );
  }, [customerId]);
  const address = programFor(how, customer, `${tag}, ${title}`, says);
  const file = async () => {
    setProblem('');
    try {
      await act('POST /api/engines/:id/told', { params: { id: engine.id }, body: { how, says, promised, expected } });
      if (isPromised) await changeJob(engine.id, { promised: expected });
      await load();
      enqueueSnackbar(`${name} was told`);
      onClose();
    } catch (error) {
      setProblem(sayError(error));
    }
  };
  return (
    <FormDialog
      title={`Tell ${name} about ${tag}`}
      problem={problem}
      leave="Not yet"
      file="Noted as told"
      onFile={file}
      onClose={onClose}
    >
      <p>
        {promised && `Promised for ${sayDay(promised)}. `}Ready on {sayDay(readyOn)} as it usually goes, by{' '}
        {sayDay(engine.surelyOn)} (90%).
      </p>
      <div className="tell-fields">
        <TextField select label="How" value={how} onChange={({ target }) => setHow(target.value as How)}>
          {TOLD_BY.map((one) => (
            <MenuItem key={one} value={one}>
              {HOW[one]}
            </MenuItem>
          ))}
        </TextField>
        <DayField
          label="Ready on"
          value={expected}
          onDay={(day) => {
            setExpected(day);
            // Words that were changed by hand stay as they are.
            if (says === wordsFor(expected)) setSays(wordsFor(day));
          }}
        />
      </div>
      <TextField
        label="The words"
        value={says}
        multiline
        minRows={4}
        fullWidth
        onChange={({ target }) => setSays(target.value)}
      />
      <FormControlLabel
        control={<Checkbox checked={isPromised} onChange={(_event, checked) => setIsPromised(checked)} />}
        label="It is promised for that day from here on"
      />
      <p>
        {address ? (
          <Button variant="outlined" component="a" href={address}>
            Open the {how === 'phone' ? 'phone' : how === 'text' ? 'messages' : 'mail'}
          </Button>
        ) : (
          <span className="now-quiet">
            The customer book has no{' '}
            {how === 'mail' ? 'mail address' : how === 'phone' || how === 'text' ? 'number' : 'program'} for it.
          </span>
        )}
      </p>
    </FormDialog>
  );
}
