import type { Page } from '@playwright/test';
import { ENGINE_PLACES } from '../web/places/stages.js';

/** One picture of a main view. */
interface View {
  name: string;
  /** The address of the place, or the place of an engine's. */
  place: string;
  /** The engine of the demo that shows it best. */
  tag?: string;
  shade?: 'dark';
  /** What is done before the picture. */
  act?: (page: Page) => Promise<void>;
}

/** A place of an engine is shown by this one, unless another one shows it better. */
const ENGINE = 'PH8-031';
const SHOWN_BETTER: Record<string, Pick<View, 'tag' | 'act'>> = {
  'dead-centre': { tag: 'BS6-114' },
  timing: { act: (page) => page.getByRole('button', { name: /Intake closes/ }).click() },
  geometry: { act: (page) => page.getByRole('button', { name: 'Trials and marks' }).click() },
  setting: { act: (page) => page.keyboard.type('0.62') },
  proof: { tag: 'PH8-027', act: (page) => page.getByRole('button', { name: /Plunger, clip/ }).click() },
  record: { tag: 'BS6-114' },
};

/** The main views: every place of an engine, and what else has an address. */
export const VIEWS: View[] = [
  // What may become of its promises is worked out after the floor stands.
  { name: 'floor', place: '/', act: (page) => page.getByRole('region', { name: 'Promises' }).waitFor() },
  { name: 'week', place: '/week', act: (page) => page.getByRole('group', { name: 'Engines over days' }).waitFor() },
  { name: 'new-engine', place: '/engines/new' },
  ...ENGINE_PLACES.map(({ path }) => ({ name: path, place: path, tag: ENGINE, ...SHOWN_BETTER[path] })),
  { name: 'parts', place: '/parts' },
  { name: 'limits', place: '/limits/hydroplane-hydraulic' },
  { name: 'acts', place: '/acts', act: (page) => page.getByRole('button', { name: 'Walk the chain' }).click() },
  { name: 'verify', place: '/verify' },
];
