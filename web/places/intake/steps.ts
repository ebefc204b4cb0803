import { figureGroupsOf } from '../../../core/engine/engine-data.js';
import type { EngineForm } from './engine-form.js';

/** The parts of opening an engine, in the order in which they are known. */
export const INTAKE_STEPS = [
  { key: 'who', title: 'Customer', noun: 'the customer' },
  { key: 'what', title: 'Engine', noun: 'the engine' },
  { key: 'figures', title: 'Figures', noun: 'the figures' },
  { key: 'parts', title: 'Parts', noun: 'the parts' },
  { key: 'promise', title: 'Promise, notes', noun: 'promise and notes' },
] as const;
export type IntakeStep = (typeof INTAKE_STEPS)[number]['key'];

const WHO = ['customer', 'customerId', 'phone', 'mail', 'address', 'toldBy'];

/** The step on which a field stands. */
export function stepOf(field: string): IntakeStep {
  const [first] = field.split('.');
  if (WHO.includes(first)) return 'who';
  if (first === 'figures' || first === 'parts') return first;
  return first === 'promised' || first === 'startOn' || first === 'notes' ? 'promise' : 'what';
}

/** How much of a step is filled in; null where it has nothing to count. */
export function filledOf(step: IntakeStep, form: EngineForm): [filled: number, of: number] | null {
  switch (step) {
    case 'figures': {
      const asked = figureGroupsOf(form.lifter).flatMap((group) => group.figures.map(({ id }) => id));
      const figures = asked.flatMap((id) => form.figures[id] ?? []);
      return [figures.filter(({ entered }) => entered.trim() !== '').length, figures.length];
    }
    case 'parts':
      return [form.parts.filter((row) => row.maker || row.number || row.serial).length, form.parts.length];
    default:
      return null;
  }
}

/** Whether a step says what it must, or, where nothing must be said, anything. */
export function isFilled(step: IntakeStep, form: EngineForm): boolean {
  if (step === 'who') return form.customer.trim() !== '';
  if (step === 'what') return form.tag.trim() !== '' && form.title.trim() !== '' && form.firingOrder.trim() !== '';
  if (step === 'promise') return form.promised !== '' || form.notes.trim() !== '';
  return filledOf(step, form)![0] > 0;
}
