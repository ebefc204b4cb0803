/** What a slow device feels: long tasks and key presses in a browser at a quarter of the processor's speed. */
/* global window, PerformanceObserver */
import { quiet, withDemo, signedInAt } from './demo-browser.mjs';

const SLOWER = 4;
/** What is asked for, ms. */
const ASKED = { task: 100, key: 50, curves: 200, drag: 50 };
const VALUES = 16;

/** Has a page note its long tasks and how long each key took until what it did was painted. */
const watch = () => {
  window.seen = { tasks: [], keys: [] };
  new PerformanceObserver((list) => window.seen.tasks.push(...list.getEntries().map(({ duration }) => duration))).observe({ type: 'longtask' }); // prettier-ignore
  new PerformanceObserver((list) => window.seen.keys.push(...list.getEntries().filter(({ name }) => name === 'keydown').map(({ duration }) => duration))).observe({ type: 'event', durationThreshold: 16 }); // prettier-ignore
};
const seenSince = (page) =>
  page.evaluate(() => {
    const { tasks, keys } = window.seen;
    window.seen.tasks = [];
    window.seen.keys = [];
    return { tasks, keys };
  });

/** @param {number} slower how many times slower the processor is to be */
async function pageAt(browser, baseURL, place, tag, slower = SLOWER) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL, locale: 'en-GB' });
  const page = await context.newPage();
  await page.addInitScript(watch);
  await page.goto(await signedInAt(page, place, tag));
  await page.locator('h1').waitFor();
  await quiet(page);
  const devtools = await context.newCDPSession(page);
  await devtools.send('Emulation.setCPUThrottlingRate', { rate: slower });
  await page.waitForTimeout(1000);
  await seenSince(page);
  return page;
}

const longest = (taken) => Math.max(0, ...taken);
const median = (taken) => [...taken].sort((a, b) => a - b)[taken.length >> 1] ?? 0;

/** Drags something from one side of itself to the other and back, a step a frame. */
async function drag(page, box) {
  const [y, steps] = [box.y + box.height / 2, 60];
  await page.mouse.move(box.x + 8, y);
  await page.mouse.down();
  for (let step = 0; step <= 2 * steps; step++) {
    const share = 1 - Math.abs(1 - step / steps);
    await page.mouse.move(box.x + 8 + share * (box.width - 16), y);
    await page.waitForTimeout(16);
  }
  await page.mouse.up();
  await page.waitForTimeout(300);
}

/** The longest tasks while a cam is moved by its slider, and while the crank is dragged along the curve. */
async function dragged(browser, baseURL) {
  const page = await pageAt(browser, baseURL, 'mock-up', 'PH8-031', 1);
  await page.getByRole('button', { name: /Across cam positions/ }).click();
  await page.getByRole('table', { name: 'At this position' }).waitFor();
  await page.waitForTimeout(1500);
  const longestOf = async (target) => {
    await seenSince(page);
    await drag(page, await target.boundingBox());
    return longest((await seenSince(page)).tasks);
  };
  const slider = page.locator('.what-if').first().locator('.MuiSlider-root');
  return { slider: await longestOf(slider), crank: await longestOf(page.locator('.crank-cursor')) };
}

/** The ratios of the browser, each of what was taken to what is asked. */
export const benchBrowser = () =>
  withDemo(8434, async (browser, baseURL) => {
    const setting = await pageAt(browser, baseURL, 'setting', 'PH8-031');
    for (let value = 0; value < VALUES; value++) {
      await setting.keyboard.type(`0.6${value % 10}`, { delay: 40 });
      await setting.keyboard.press('Enter');
      await setting.waitForTimeout(60);
    }
    await setting.waitForTimeout(1500);
    const typing = await seenSince(setting);
    const timing = await pageAt(browser, baseURL, 'timing', 'PH8-031');
    await timing.getByRole('button', { name: /Lift curves/ }).click();
    await timing.waitForTimeout(2500);
    const curves = await seenSince(timing);
    const { slider, crank } = await dragged(browser, baseURL);
    const [task, key, opened] = [longest(typing.tasks), median(typing.keys), longest(curves.tasks)];
    return [
      {
        title: `${VALUES} values typed in Setting at a quarter of the processor's speed: the longest task, against ${ASKED.task} ms`,
        detail: `${task} ms, of ${typing.tasks.length} over 50 ms`,
        ratio: task / ASKED.task,
        asked: { atMost: 1 },
      },
      {
        title: `The same, a key press until it is painted, against ${ASKED.key} ms`,
        detail: `half of ${typing.keys.length} within ${key} ms, the longest ${longest(typing.keys)} ms`,
        ratio: key / ASKED.key,
        asked: { atMost: 1 },
      },
      {
        title: `The lift curves opened at a quarter of the processor's speed: the longest task, against ${ASKED.curves} ms`,
        detail: `${opened} ms`,
        ratio: opened / ASKED.curves,
        asked: { atMost: 1 },
      },
      {
        title: `The cam moved by its slider, clearances and charts following: the longest task, against ${ASKED.drag} ms`,
        detail: slider === 0 ? 'none over 50 ms' : `${slider} ms`,
        ratio: slider / ASKED.drag,
        asked: { atMost: 1 },
      },
      {
        title: `The crank dragged along the curve, the section following: the longest task, against ${ASKED.drag} ms`,
        detail: crank === 0 ? 'none over 50 ms' : `${crank} ms`,
        ratio: crank / ASKED.drag,
        asked: { atMost: 1 },
      },
    ];
  });
