import { useFormContext, useWatch } from 'react-hook-form';
import { MeasureList } from '../../drawings/MeasureList.js';
import '../../measuring/measuring.css';
import { filledOf, INTAKE_STEPS, isFilled, stepOf, type IntakeStep } from './steps.js';
import type { EngineForm } from './engine-form.js';

/** The steps down the side: which is active, which say something, which say something wrong. */
export function StepList({
  active,
  onPick,
  isLeft = () => false,
}: {
  active: IntakeStep;
  onPick: (step: IntakeStep) => void;
  /** Whether something was typed into a step and not filed. */
  isLeft?: (step: IntakeStep) => boolean;
}) {
  const { formState } = useFormContext<EngineForm>();
  const form = useWatch<EngineForm>() as EngineForm;
  const wrong = new Set(Object.keys(formState.errors).map(stepOf));
  return (
    <MeasureList
      label="What is known of the engine"
      active={active}
      onPick={(key) => onPick(key as IntakeStep)}
      entries={INTAKE_STEPS.map(({ key, title }) => ({
        key,
        title: wrong.has(key) ? `${title}: look again` : isLeft(key) ? `${title}: not filed` : title,
        mark: wrong.has(key) ? 'low' : isFilled(key, form) ? 'in' : 'missing',
        count: filledOf(key, form) ?? undefined,
      }))}
    />
  );
}
