import { expect, type Locator, type Page } from '@playwright/test';

/** A cam card in inches, and what is done with it in more than one test. */

export const INCH_CARD = {
  unit: 'in', checkAt: 'lobe', checkLift: 0.05, seatLift: 0.006, seatIntakeDuration: 276, seatExhaustDuration: 280,
  events: { intakeOpenBtdc: 4, intakeCloseAbdc: 40, exhaustOpenBbdc: 46, exhaustCloseAtdc: 2 }, intakeLobeLift: 0.341,
}; // prettier-ignore
export async function fileCard(page: Page, id: string, card: object): Promise<void> {
  expect((await page.request.post(`/api/engines/${id}/cam-card`, { data: card })).status()).toBe(201);
}

/** The cell of the card table in a row, by its column. */
export const inTable = (page: Page, row: string, column: number): Locator =>
  page
    .getByRole('table', { name: 'Card against measured' })
    .getByRole('row', { name: row })
    .getByRole('cell')
    .nth(column);
