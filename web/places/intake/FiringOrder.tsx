import Button from '@mui/material/Button';
import { useFormContext, useWatch } from 'react-hook-form';
import { evenIntervals } from '../../../core/engine/firing.js';
import { wordImpossibility } from '../../../contracts/wording/impossible.js';
import { checkCrank } from '../../../core/engine/check-engine.js';
import { allowedOrders, commonOrders, namedWrong } from '../../../core/engine/crank-order.js';
import { listOf, type EngineForm } from './engine-form.js';

const whole = (values: unknown[]): number[] | null =>
  values.every((value): value is number => typeof value === 'number') ? values : null;

/** The firing order as it is typed: who is named twice or not at all, what the crank does not allow, and common orders. */
export function FiringOrder({ isFixed }: { isFixed: boolean }) {
  const { control, setValue } = useFormContext<EngineForm>();
  const [typed, typedBanks, typedPins, typedIntervals] = useWatch({ control, name: ['firingOrder', 'banks', 'pins', 'intervals'] }); // prettier-ignore
  const order = whole(listOf(typed));
  const lists = typedBanks.map(({ cylinders }) => whole(listOf(cylinders)));
  if (!order || lists.some((list) => !list || list.length === 0)) return null;
  const cylinders = lists.flatMap((list) => list!);
  const banks = typedBanks.map(({ valveOrder }, index) => ({ cylinders: lists[index]!, valveOrder }));
  const pins =
    typedPins.trim() === ''
      ? cylinders.map((one) => [one])
      : typedPins.split('/').map((pin) => whole(listOf(pin)) ?? []);
  const intervals =
    typedIntervals.trim() === '' ? evenIntervals(cylinders.length) : (whole(listOf(typedIntervals)) ?? []);
  const { twice, missing, unknown } = namedWrong(order, cylinders);
  const onPins = pins.flat();
  const wrongPins = namedWrong(onPins, cylinders);
  const isWhole = twice.length + missing.length + unknown.length === 0 && order.length === cylinders.length;
  const knowsCrank = pins.flat().length === cylinders.length && intervals.length === cylinders.length;
  const crank = { banks, pins, intervals, firingOrder: order };
  const against = isWhole && knowsCrank ? checkCrank(crank) : [];
  const common = knowsCrank ? commonOrders(crank) : [];
  const orders = against.length > 0 ? allowedOrders(crank) : common;
  const choose = (chosen: number[]) =>
    setValue('firingOrder', chosen.join(' '), { shouldDirty: true, shouldValidate: true });
  return (
    <div className="intake-firing" aria-live="polite">
      {order.length > 0 && twice.length > 0 && (
        <p className="intake-against">Twice in the firing order: {twice.join(', ')}.</p>
      )}
      {order.length > 0 && missing.length > 0 && twice.length > 0 && (
        <p className="intake-against">Missing: {missing.join(', ')}.</p>
      )}
      {unknown.length > 0 && <p className="intake-against">No such cylinder: {unknown.join(', ')}.</p>}
      {wrongPins.unknown.length > 0 && (
        <p className="intake-against">
          On a crank pin, and no cylinder of this engine: {wrongPins.unknown.join(', ')}.
        </p>
      )}
      {wrongPins.twice.length > 0 && (
        <p className="intake-against">On more than one crank pin: {wrongPins.twice.join(', ')}.</p>
      )}
      {wrongPins.missing.length > 0 && onPins.length >= cylinders.length && (
        <p className="intake-against">On no crank pin: {wrongPins.missing.join(', ')}.</p>
      )}
      {against.map((issue) => (
        <p key={issue.code} className="intake-against">
          {wordImpossibility(issue)}
        </p>
      ))}
      {!isFixed && orders.length > 0 && (
        <p role="group" aria-label={against.length > 0 ? 'Orders that this crank allows' : 'Orders in common use'}>
          {against.length > 0 ? 'Choose: ' : 'Common: '}
          {orders.map((one) => (
            <Button
              key={one.join()}
              size="small"
              aria-pressed={one.join() === order.join()}
              onClick={() => choose(one)}
            >
              {one.join('-')}
            </Button>
          ))}
        </p>
      )}
    </div>
  );
}
